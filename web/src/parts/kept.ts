/** Small choices that stay with this browser. */

const PREFIX = 'kettle-step.';

/** What was kept under a name; undefined where nothing, or nothing readable, is. */
export const kept = (name: string): unknown => {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + name) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
};

export const keep = (name: string, value: unknown): void => {
  try {
    localStorage.setItem(PREFIX + name, JSON.stringify(value));
  } catch {
    // A browser that keeps nothing asks again next time.
  }
};

export const forget = (name: string): void => {
  try {
    localStorage.removeItem(PREFIX + name);
  } catch {
    // A browser that keeps nothing has nothing to forget.
  }
};
