/** What the place before sent along with the way here; it is handed out once, and is gone after a reload. */
export const takeState = (name: string): unknown => {
  const state = (history.state ?? {}) as Readonly<Record<string, unknown>>;
  if (state[name] !== undefined) history.replaceState({ ...state, [name]: undefined }, '');
  return state[name];
};
