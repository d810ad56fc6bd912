import type { BoardCell, BoardState } from '@/core/school';

/** Signs of our own: nothing is told by colour alone. */
const SIGNS: Readonly<Record<BoardState, string>> = {
  'asks-for-help': '?',
  'see-me': '⌂',
  waiting: '◆',
  learned: '●',
  'under-way': '',
  'not-begun': '·',
  'not-given': '',
};

/** The tempo reached, filled by its share of the goal, and a sign for where the line stands. */
export function Cell({ cell }: { readonly cell: BoardCell }) {
  const { state, reachedBpm, goalBpm } = cell;
  if (state === 'not-given') return <td className="board-cell" data-state={state} />;
  const share = reachedBpm === undefined ? 0 : Math.min(100, Math.round((100 * reachedBpm) / goalBpm));
  return (
    <td
      className="board-cell"
      data-state={state}
      // One element a cell: a board has thousands of them.
      aria-label={[reachedBpm, SAID[state]].filter(Boolean).join(', ')}
      style={share > 0 ? { backgroundSize: `${share}% 100%` } : undefined}
    >
      {SIGNS[state]} {reachedBpm ?? (state === 'under-way' && '…')}
    </td>
  );
}

const SAID: Readonly<Record<BoardState, string>> = {
  'asks-for-help': 'asks for help',
  'see-me': 'comes to see you',
  waiting: 'waits for your word',
  learned: 'learned',
  'under-way': 'under way',
  'not-begun': 'not begun',
  'not-given': '',
};

/** What the signs mean. */
export function CellSample() {
  return (
    <p className="mb-3 flex flex-wrap gap-x-5 text-base text-faint">
      <span>72 fastest good take, filled up to the goal</span>
      <span>● learned</span>
      <span>◆ waits for your word</span>
      <span>? asks for help</span>
      <span>⌂ comes to see you</span>
      <span>… tried, not good yet</span>
      <span>· not begun</span>
      <span>✦ tokens</span>
      <span>◷ a week without a take</span>
    </p>
  );
}
