'use client';
import type { Issue } from '@/core/base';
import { Button } from '@/ui/button';
import { IssueList } from '@/ui/form';
import { Notice } from '@/ui/notice';

interface LostNotesProps {
  readonly lost: readonly Issue[];
  readonly onLookedAt: () => void;
}

/** What a file held and the line does not; it stays a draft until somebody has compared it with the print. */
export function LostNotes({ lost, onLookedAt }: LostNotesProps) {
  return (
    <div className="mb-3">
      <Notice kind="problem">
        <p className="font-bold">
          Notes of the file are missing here. Compare the line with its print, then give it out.
        </p>
        <div className="mt-2 max-h-48 overflow-y-auto">
          <IssueList issues={lost} />
        </div>
        <Button className="mt-2" onClick={onLookedAt}>
          I have looked at it
        </Button>
      </Notice>
    </div>
  );
}
