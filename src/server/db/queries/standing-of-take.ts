/** What tells where somebody stands with a take: columns of `take` joined with its `take_check` and its `take_answer`. */
export const STANDING_OF_TAKE = [
  'take.id',
  'take.state',
  'take.asked_bpm as askedBpm',
  'take.stage',
  'take.handed_in_at as handedInAt',
  'take.assignment_id as assignmentId',
  'take.student_id as studentId',
  'take_answer.answer',
  'take_answer.passage',
  'take_answer.answered_at as answeredAt',
  'take_check.verdict_state as verdictState',
] as const;
