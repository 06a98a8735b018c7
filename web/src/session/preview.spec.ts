import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { setFingers } from './decisions';

describe('another fingering that is looked at', () => {
  it('is shown as it would be, in a bar that is settled as well, and nothing is changed', () => {
    const { preview, session, history } = openSession(testPiece('C4/1 D4 E4 F4 | G4/4'));
    history.decide(
      setFingers(
        session.decisions(),
        new Map([
          ['n1', 1],
          ['n2', 2],
        ]),
      ),
    );
    preview.look(
      new Map([
        ['n1', 2],
        ['n2', 3],
        ['n3', 4],
      ]),
    );
    const shown = (id: string) => preview.notes().get(id)!;
    expect(['n1', 'n2', 'n3'].map((id) => shown(id).planned.finger)).toEqual([2, 3, 4]);
    expect(['n1', 'n2', 'n3'].map((id) => shown(id).refused)).toEqual([false, false, false]);
    expect(['n1', 'n3'].map((id) => shown(id).decidedBy)).toEqual(['teacher', 'suggested']);
    expect(session.decisions().locks.get('n1')).toBe(1);
    preview.look(undefined);
    expect(shown('n1').planned.finger).toBe(1);
  });
});
