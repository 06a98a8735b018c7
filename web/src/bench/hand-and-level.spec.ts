import { TestBed } from '@angular/core/testing';
import { provideNzIcons } from 'ng-zorro-antd/icon';
import { DownOutline, UpOutline } from '@ant-design/icons-angular/icons';
import { DEFAULT_SETTINGS, type Level, type Settings } from '@kettle-step/contract';
import { bothHands, type Hands } from '@kettle-step/core';
import { HandAndLevel } from './hand-and-level';

beforeEach(() => TestBed.configureTestingModule({ providers: [provideNzIcons([DownOutline, UpOutline])] }));

const show = (settings: Settings = DEFAULT_SETTINGS) => {
  const fixture = TestBed.createComponent(HandAndLevel);
  fixture.componentRef.setInput('settings', settings);
  fixture.detectChanges();
  const [changes, levels]: [Hands[], Level[]] = [[], []];
  fixture.componentInstance.handsChosen.subscribe((change) => changes.push(change));
  fixture.componentInstance.levelChosen.subscribe((level) => levels.push(level));
  return { panel: fixture.componentInstance, changes, levels };
};

describe('hand and level', () => {
  it('takes a preset hand, and knows it again', () => {
    const { panel, changes } = show();
    expect(panel.presetId()).toBe('adult-medium');
    panel.choosePreset('child');
    expect(changes[0]!.left).toEqual({ span15Mm: 160, span25Mm: 115 });
    expect(show({ ...DEFAULT_SETTINGS, hands: changes[0]! }).panel.presetId()).toBe('child');
    expect(show({ ...DEFAULT_SETTINGS, hands: bothHands({ span15Mm: 171, span25Mm: 120 }) }).panel.presetId()).toBe(
      'own',
    );
  });

  // An inch is 25.4 mm exactly (international yard and pound agreement, 1959).
  it('takes spans in millimetres or inches', () => {
    const { panel, changes } = show();
    panel.setSpan15(180);
    expect(changes[0]!.left).toEqual({ span15Mm: 180, span25Mm: 153 });
    panel.unit.set('in');
    expect(panel.span15()).toBe(8.3);
    panel.setSpan15(8);
    expect(changes[1]!.right.span15Mm).toBeCloseTo(203.2);
  });

  it('keeps 2 to 5 below 1 to 5, and refuses what is no hand', () => {
    const { panel, changes } = show();
    panel.setSpan15(140);
    expect(changes[0]!.right.span25Mm).toBeLessThan(140);
    panel.setSpan25(230);
    panel.setSpan15(20);
    expect(changes).toHaveLength(1);
    expect(panel.problem()).toContain('No hand measures that');
  });

  it('takes a level', () => {
    const { panel, levels } = show();
    panel.chooseLevel('crossing');
    expect(levels.map(({ id }) => id)).toEqual(['crossing']);
  });
});
