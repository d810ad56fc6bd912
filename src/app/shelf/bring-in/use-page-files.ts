'use client';
import { useReducer, useRef } from 'react';
import { type ReadPageOfLines, readPageOnDevice } from '@/browser/page-reader';
import type { Result } from '@/core/base';

/** A file that was chosen, with its lines as far as they are read. */
export interface PageFile {
  readonly key: string;
  readonly name: string;
  readonly bytes: Uint8Array;
  /** Undefined while it is read. */
  readonly read: Result<ReadPageOfLines> | undefined;
}

/** Pages of one book; more come in a second time. */
const MOST_FILES = 20;

type Change =
  | { readonly kind: 'added'; readonly files: readonly PageFile[] }
  | { readonly kind: 'read'; readonly key: string; readonly read: PageFile['read'] }
  | { readonly kind: 'removed'; readonly key: string };

function changed(files: readonly PageFile[], change: Change): readonly PageFile[] {
  switch (change.kind) {
    case 'added':
      return [...files, ...change.files].slice(0, MOST_FILES);
    case 'read':
      return files.map((file) => (file.key === change.key ? { ...file, read: change.read } : file));
    case 'removed':
      return files.filter(({ key }) => key !== change.key);
  }
}

/** Files of music that are read on this device, line by line. */
export function usePageFiles() {
  const [files, change] = useReducer(changed, []);
  const count = useRef(0);
  const read = async (file: Pick<PageFile, 'key' | 'bytes'>, starts?: readonly number[]) => {
    change({ kind: 'read', key: file.key, read: undefined });
    const page = await readPageOnDevice({ bytes: file.bytes, starts });
    change({ kind: 'read', key: file.key, read: page });
  };
  return {
    files,
    add: async (chosen: readonly File[]) => {
      const added = await Promise.all(
        chosen.slice(0, MOST_FILES).map(async (file): Promise<PageFile> => {
          const key = `f${++count.current}`;
          const bytes = new Uint8Array(await file.arrayBuffer());
          return { key, name: file.name, bytes, read: undefined };
        }),
      );
      change({ kind: 'added', files: added });
      // One after the other: each is a worker of its own.
      for (const file of added) await read(file);
    },
    /** Reads a file once more, cut elsewhere. */
    cut: read,
    remove: (key: string) => change({ kind: 'removed', key }),
  };
}
