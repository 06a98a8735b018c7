// The rooms of the house, each from the ground up: a room may use those before it. ESLint holds this order (eslint.config.mjs), and
// rooms.spec.ts finds a folder that is not in it.

export const CORE_ROOMS = [
  'keyboard',
  'hand',
  'handbook',
  'score',
  'unfold',
  'reading',
  'pedal',
  'formats',
  'published',
  'fingering',
  'moves',
  'plan',
  'links',
  'together',
  'read-out',
  'practice',
  'listening',
  'patterns',
  'trainer',
  'students',
  'lessons',
  'decisions',
];

/** Rooms that know nothing of fingering; the rooms of fingering do not use them either. */
export const APART = ['formats', 'published'];

/** Rooms inside core/src/fingering. README.md there names the passes. */
export const FINGERING_ROOMS = ['model', 'prices', 'terms', 'search', 'likeness', 'alternatives'];

export const SERVER_ROOMS = [
  'http',
  'worker-pool',
  'database',
  'house',
  'students',
  'memory',
  'trainer',
  'pieces',
  'lessons',
  'own-page',
  'archive',
  'trash',
  'backup',
  'auth',
  'start',
];

/** Rooms of the web that every place may use. */
export const WEB_ROOMS = [
  'parts',
  'workers',
  'services',
  'commands',
  'score',
  'keyboards',
  'sound',
  'saving',
  'session',
  'bar-card',
  'sheet',
  'paper',
];

/** Places, which never import one another; the shell leads from one to the next. */
export const WEB_PLACES = [
  'shelf',
  'bench',
  'scales',
  'students',
  'lessons',
  'reach',
  'rules',
  'practice',
  'player',
  'listen',
  'own-page',
  'trainer',
  'print',
  'typing',
];

/** Folders of the web that hold no code: styles and fonts. */
export const WEB_LOOK = ['look'];
