import { restsOn } from '../posture';
import { fingerAt, type StepView } from '../view';

/** Whether the finger that leads the step lands at home in the new position. */
export const landsAtHome = (step: StepView): boolean => {
  const { lead } = step;
  const key = lead && step.to.keys[lead.to];
  return !lead || !key || restsOn(step.b, fingerAt(step.b, lead.to), key.place);
};
