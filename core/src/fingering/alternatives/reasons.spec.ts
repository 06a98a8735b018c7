import { finish } from '../../steps';
import { line } from '../../../testing/line';
import { DEFAULT_HAND, type Finger } from '../../hand/hand';
import { allowedBy } from '../model/playable';
import { ledgerEffort } from '../search/price';
import { PRICES } from '../prices/prices';
import { differences, ledgerOf } from './reasons';
import { createHandSolver } from '../solve';
import { createWays } from '../ways';
import { createLatticeBuilder } from '../search/lattice';
import { pricingFor } from '../prices/pricing';

const ways = createWays(createLatticeBuilder(pricingFor('right', DEFAULT_HAND)));

const chargesOf = (music: string, locks = new Map<string, Finger>()) => {
  const solved = finish(ways.solve(line(music), { allowed: allowedBy(locks) }, 'way'))!;
  return { solved, ledger: ledgerOf(solved, { from: 0, postures: solved.postures }, undefined) };
};

describe('reasons', () => {
  it('add up to the effort, whatever the plan', () => {
    for (const music of ['C4/1 D4 E4 F4 | G4/4', '( C4/1/2 E4 G4 C5 B4 A4 )', '[C4 E4 G4]/2 [B3 D4 G4]']) {
      const { solved, ledger } = chargesOf(music);
      expect(ledgerEffort(ledger, solved.pricing)).toBeCloseTo(solved.effort, 4);
    }
  });

  it('break the difference of two plans down into what each asks for and spares', () => {
    const music = '( C4/1/2 D4 E4 F4 G4/1 )';
    const [best, other] = [chargesOf(music), chargesOf(music, new Map<string, Finger>([['n4', 1]]))];
    const found = differences(best.ledger, other.ledger, best.solved.pricing);
    expect(found.reduce((sum, { effort }) => sum + effort, 0)).toBeCloseTo(other.solved.effort - best.solved.effort, 1);
    expect(found.find(({ price }) => price === 'pass')?.sentence).toMatch(
      /^asks for a crossing of the thumb \(\d\.\d\)$/,
    );
    expect([...found].sort((a, b) => Math.abs(b.effort) - Math.abs(a.effort))).toEqual(found);
  });

  it('are nothing between a plan and itself', () => {
    const { ledger, solved } = chargesOf('C4/1 D4 E4');
    expect(differences(ledger, ledger, solved.pricing)).toEqual([]);
  });

  it('have words for every price that fit “asks for” and “spares”', () => {
    for (const { what, unit, source } of Object.values(PRICES)) {
      expect(what).not.toMatch(/[.]$|^the hand has|^it /);
      expect(unit.length * source.length).toBeGreaterThan(0);
    }
  });

  it('of an alternative account for its whole effort, surroundings included', () => {
    const solver = createHandSolver('right', DEFAULT_HAND);
    const score = line('C4/1 E4 G4 C5 | B4 A4 F4 D4 | C4/4');
    for (const { differences: found, effortMore } of solver.solve(score, { allowed: new Map(), alternatives: 4 })
      .alternatives)
      expect(found.reduce((sum, { effort }) => sum + effort, 0)).toBeCloseTo(effortMore, 1);
  });
});
