export {
  beginCoach,
  type Coach,
  type CoachEnd,
  type CoachHeard,
  type CoachPlan,
  type CoachTask,
  coachOn,
  resumeCoach,
  type Width,
} from './coach';
export { coachHeardOf, coachPlanOf, lineOfTask } from './plan-of-line';
