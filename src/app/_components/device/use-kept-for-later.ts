'use client';
import { useEffect, useRef } from 'react';
import { warmSynthesiser } from '@/browser/model-client';
import { keepForLater } from '@/browser/offline';
import type { BankName } from '@/core/instruments';
import type { Line } from '@/core/notation';

const loadNothing = async () => {};

/**
 * Fetches what a page plays and records with, so that it is there without a connection; once, as long as it plays with the same sounds.
 * @param line any that is played; undefined where nothing is. @param load what else only the page knows how to load.
 */
export function useKeptForLater(
  line: Line | undefined,
  banks: readonly BankName[],
  load: () => Promise<unknown> = loadNothing,
): void {
  const files = banks.map((bank) => `/sounds/${bank}.sf3`).join(' ');
  const wanted = useRef(load);
  wanted.current = async () => {
    await load();
    if (line) await warmSynthesiser(line);
  };
  useEffect(() => {
    const sounds = files === '' ? [] : files.split(' ');
    void keepForLater(['/worklets/recorder.js', ...sounds], async () => void (await wanted.current()));
  }, [files]);
}
