import { keep, kept } from './kept';

describe('small choices', () => {
  afterEach(() => localStorage.clear());

  it('are found again as they were kept', () => {
    keep('marks', { moves: false });
    expect(kept('marks')).toEqual({ moves: false });
  });

  it('are as good as none where what is kept cannot be read', () => {
    expect(kept('letters')).toBeUndefined();
    localStorage.setItem('kettle-step.letters', '{');
    expect(kept('letters')).toBeUndefined();
  });
});
