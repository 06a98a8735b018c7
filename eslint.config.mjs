import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';
import { APART, CORE_ROOMS, FINGERING_ROOMS, SERVER_ROOMS, WEB_PLACES, WEB_ROOMS } from './scripts/rooms.mjs';

/**
 * The arrows between rooms, as rules: what each room may not import. Imports inside the core are relative, between rooms by
 * package name, so the written specifier tells. docs/house.md draws the picture; scripts/rooms.spec.ts holds these rules to it.
 */
const noImports = (files, patterns) => ({
  files,
  rules: { '@typescript-eslint/no-restricted-imports': ['error', { patterns }] },
});

const pattern = (regex, message) => ({ regex, message });

const PLATFORM = pattern(
  '^(node:|@angular|rxjs|express|drizzle-orm|@libsql|ng-zorro|zod|verovio)',
  'The core runs anywhere: no platform, no framework.',
);
const OUTER = pattern('^@kettle-step/', 'The core imports no other room.');

const fingeringRoom = (room, index) => {
  const above = FINGERING_ROOMS.slice(index + 1);
  const outer = CORE_ROOMS.slice(CORE_ROOMS.indexOf('fingering') + 1);
  const rule = noImports(
    [`core/src/fingering/${room}/**/*.ts`],
    [
      PLATFORM,
      OUTER,
      pattern(`^(\\.\\./)+(${[...outer, ...APART].join('|')})(/|$)`, 'fingering stands below: arrows point downward.'),
      ...(above.length > 0
        ? [pattern(`^\\.\\./(${above.join('|')})(/|$)`, `fingering/${room} stands below: arrows point downward.`)]
        : []),
    ],
  );
  // Specs look at what is built on a room.
  return { ...rule, ignores: ['**/*.spec.ts'] };
};

const coreRoom = (room, index) => {
  const fingers = index >= CORE_ROOMS.indexOf('fingering');
  const beside = fingers || room === 'published' ? APART : room === 'formats' ? ['reading'] : [];
  const above = [...CORE_ROOMS.slice(index + 1), ...beside.filter((other) => other !== room)];
  const patterns = [PLATFORM, OUTER];
  if (above.length > 0)
    patterns.push(pattern(`^(\\.\\./)+(${above.join('|')})(/|$)`, `core/${room} stands below: arrows point downward.`));
  return noImports([`core/src/${room}/**/*.ts`], patterns);
};

const SERVER_OUTER = pattern('^@kettle-step/(web|cli|demo|e2e)', 'server imports contract and core only.');

const serverRoom = (room, index) => {
  const above = SERVER_ROOMS.slice(index + 1);
  const patterns = [SERVER_OUTER];
  if (above.length > 0)
    patterns.push(
      pattern(`^(\\.\\./)+(${above.join('|')})(/|$)`, `server/${room} stands below: arrows point downward.`),
    );
  // Specs look at what is built on a room.
  return { ...noImports([`server/src/${room}/**/*.ts`], patterns), ignores: ['**/*.spec.ts'] };
};

const WIRE = pattern('^@kettle-step/(server|cli|demo|e2e)', 'web speaks with the server over the wire only.');

const webRoom = (room, index) =>
  noImports(
    [`web/src/${room}/**/*.ts`],
    [
      WIRE,
      pattern(
        `^(\\.\\./)+(${[...WEB_ROOMS.slice(index + 1), ...WEB_PLACES, 'shell'].join('|')})(/|$)`,
        `web/src/${room} stands below: arrows point downward.`,
      ),
    ],
  );

const webPlace = (place) =>
  noImports(
    [`web/src/${place}/**/*.ts`],
    [
      WIRE,
      pattern(
        `^(\\.\\./)+(${[...WEB_PLACES.filter((other) => other !== place), 'shell'].join('|')})(/|$)`,
        'Places of the web never import one another; what they share has a room of its own.',
      ),
    ],
  );

export default tseslint.config(
  {
    ignores: [
      '**/node_modules/**',
      'dist/**',
      '.cache/**',
      'web/generated/**',
      '.angular/**',
      'web/.angular/**',
      'server/migrations/**',
    ],
  },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict, ...tseslint.configs.stylistic],
    languageOptions: { parserOptions: { projectService: false } },
    rules: {
      // Indexing is checked by the compiler (noUncheckedIndexedAccess); where the index is known to hold, `!` says so.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false },
      ],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', 60],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': ['error', { allow: ['error'] }],
    },
  },
  noImports(['core/src/index.ts'], [PLATFORM, OUTER]),
  ...CORE_ROOMS.map(coreRoom),
  ...FINGERING_ROOMS.map(fingeringRoom),
  noImports(
    ['contract/**/*.ts'],
    [pattern('^@kettle-step/(web|server|cli|demo|e2e)', 'contract imports the core only.')],
  ),
  noImports(['server/**/*.ts'], [SERVER_OUTER]),
  ...SERVER_ROOMS.map(serverRoom),
  noImports(['cli/**/*.ts'], [pattern('^@kettle-step/(web|server|demo|e2e)', 'cli imports contract and core only.')]),
  ...WEB_ROOMS.map(webRoom),
  ...WEB_PLACES.map(webPlace),
  noImports(['web/src/shell/**/*.ts'], [WIRE]),
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-class-suffix': 'off',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'ks', style: 'kebab-case' }],
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {
      // Keys are handled once for the whole bench; the score takes focus and is described.
      '@angular-eslint/template/click-events-have-key-events': 'off',
      '@angular-eslint/template/interactive-supports-focus': 'off',
      // Checkboxes and radios of NG-ZORRO are labels that bring their own input; axe looks at the page itself.
      '@angular-eslint/template/label-has-associated-control': 'off',
    },
  },
  {
    // A describe-block, or a story that is driven from end to end, is as long as it is.
    files: ['**/*.spec.ts', 'e2e/**'],
    rules: { 'max-lines-per-function': 'off' },
  },
  {
    files: [
      'server/src/start/run.ts',
      'scripts/**',
      'e2e/**',
      'core/bench/**',
      'demo/bench/**',
      'demo/soak/**',
      'demo/fuzz/**',
      'core/fit/**',
    ],
    rules: { 'no-console': 'off' },
  },
);
