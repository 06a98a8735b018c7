import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { CORE_ROOMS, FINGERING_ROOMS, SERVER_ROOMS, WEB_LOOK, WEB_PLACES, WEB_ROOMS } from './rooms.mjs';

const ROOT = join(__dirname, '..');

/** Lints texts as if they stood in files of that name; gives the rules each breaks. */
const LINT = `
  import { ESLint } from 'eslint';
  const eslint = new ESLint();
  const files = JSON.parse(process.argv[1]);
  const broken = [];
  for (const [filePath, text] of files) {
    const [result] = await eslint.lintText(text, { filePath });
    broken.push(result.messages.map(({ ruleId }) => ruleId));
  }
  console.log(JSON.stringify(broken));
`;

const importing = (from: string) => `import { thing } from '${from}';\nexport const other = thing;\n`;

const FORBIDDEN = [
  ['core/src/score/x.ts', '../fingering/solve'],
  ['core/src/keyboard/x.ts', '../hand/hand'],
  ['core/src/fingering/terms/x.ts', '../../formats/musicxml'],
  ['core/src/fingering/x.ts', '../moves/move'],
  ['core/src/moves/x.ts', '../plan/plan'],
  ['core/src/published/x.ts', '../fingering/solve'],
  ['core/src/fingering/x.ts', '../published/published'],
  ['core/src/plan/x.ts', 'node:fs'],
  ['core/src/plan/x.ts', '@angular/core'],
  ['core/src/hand/x.ts', '@kettle-step/contract'],
  ['core/src/reading/x.ts', '../fingering/solve'],
  ['core/src/formats/x.ts', '../reading/reading'],
  ['core/src/fingering/model/x.ts', '../search/lattice'],
  ['core/src/fingering/likeness/x.ts', '../alternatives/reasons'],
  ['core/src/fingering/terms/x.ts', '../../moves/move'],
  ['contract/src/x.ts', '@kettle-step/server'],
  ['server/src/http/x.ts', '../database/trouble'],
  ['server/src/database/x.ts', '../backup/store'],
  ['server/src/students/x.ts', '../pieces/store'],
  ['server/src/pieces/x.ts', '../start/start'],
  ['server/src/x.ts', '@kettle-step/web'],
  ['server/src/x.ts', '@kettle-step/cli'],
  ['cli/src/x.ts', '@kettle-step/server'],
  ['web/src/shelf/x.ts', '../bench/bench-view'],
  ['web/src/bench/x.ts', '../shelf/shelf'],
  ['web/src/parts/x.ts', '../bench/bench-view'],
  ['web/src/sound/x.ts', '../session/history'],
  ['web/src/keyboards/x.ts', '../sound/player.service'],
  ['web/src/session/x.ts', '../bar-card/elbow-room'],
  ['web/src/bench/x.ts', '../shell/shell'],
  ['web/src/services/x.ts', '@kettle-step/server'],
] as const;

const ALLOWED = [
  ['core/src/fingering/x.ts', '../score/score'],
  ['core/src/plan/x.ts', '../moves/move'],
  ['core/src/fingering/likeness/x.ts', '../search/lattice'],
  ['core/src/fingering/likeness/x.ts', '../../reading/reading'],
  ['contract/src/x.ts', '@kettle-step/core'],
  ['server/src/x.ts', '@kettle-step/contract'],
  ['server/src/pieces/x.ts', '../students/present'],
  ['cli/src/x.ts', '@kettle-step/contract'],
  ['web/src/bench/x.ts', '../parts/words'],
  ['web/src/bench/x.ts', '../session/history'],
  ['web/src/shell/x.ts', '../session/saving'],
] as const;

const brokenRules = (cases: readonly (readonly [string, string])[]): string[][] => {
  const files = cases.map(([file, from]) => [join(ROOT, file), importing(from)]);
  const { stdout } = spawnSync('node', ['--input-type=module', '-e', LINT, JSON.stringify(files)], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  return JSON.parse(stdout);
};

describe('the arrows between rooms', () => {
  const RULE = '@typescript-eslint/no-restricted-imports';

  it('stop what points the wrong way, and let through what points the right way', () => {
    const broken = brokenRules([...FORBIDDEN, ...ALLOWED]);
    const verdicts = [...FORBIDDEN, ...ALLOWED].map(([file, from], index) => ({
      arrow: `${file} → ${from}`,
      stopped: broken[index]!.includes(RULE),
    }));
    expect(verdicts.filter(({ stopped }) => stopped).map(({ arrow }) => arrow)).toEqual(
      FORBIDDEN.map(([file, from]) => `${file} → ${from}`),
    );
  }, 60_000);
});

const sourcesUnder = (folder: string): string[] =>
  readdirSync(join(ROOT, folder), { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && /(?<!\.d)\.ts$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name))
    .filter((file) => !file.includes('node_modules'));

/** The files of this house that a file imports, types included. */
const importsOf = (file: string): string[] =>
  ts.preProcessFile(readFileSync(file, 'utf8'), true, true).importedFiles.flatMap(({ fileName }) => {
    if (!fileName.startsWith('.')) return [];
    const { resolvedModule } = ts.resolveModuleName(
      fileName,
      file,
      { moduleResolution: ts.ModuleResolutionKind.Bundler },
      ts.sys,
    );
    return resolvedModule ? [resolvedModule.resolvedFileName] : [];
  });

/** Every way from something back to itself. */
const circlesIn = (arrows: ReadonlyMap<string, readonly string[]>): string[] => {
  const done = new Set<string>();
  const circles: string[] = [];
  const walk = (from: string, way: readonly string[]): void => {
    if (way.includes(from)) {
      circles.push([...way.slice(way.indexOf(from)), from].join(' → '));
      return;
    }
    if (done.has(from)) return;
    for (const next of arrows.get(from) ?? []) walk(next, [...way, from]);
    done.add(from);
  };
  for (const from of arrows.keys()) walk(from, []);
  return circles;
};

const HOUSES = ['core', 'contract', 'server', 'cli', 'demo', 'web/src', 'web/testing', 'e2e'];
const imports = new Map(
  HOUSES.flatMap(sourcesUnder).map((file) => [
    relative(ROOT, file),
    importsOf(file).map((imported) => relative(ROOT, imported)),
  ]),
);

/** The room of a file: the first folder under `src`; files of `src` itself are no room. */
const roomOf = (file: string): string | undefined => /^\w+\/src\/[\w-]+(?=\/)/.exec(file)?.[0];

describe('imports', () => {
  it('never lead in a circle from file to file', () => {
    expect(imports.size).toBeGreaterThan(300);
    expect(circlesIn(imports)).toEqual([]);
  });

  it('never lead in a circle from room to room', () => {
    const rooms = new Map<string, string[]>();
    for (const [file, imported] of imports) {
      const room = roomOf(file);
      if (room === undefined || file.endsWith('.spec.ts')) continue;
      const others = imported.flatMap((one) => roomOf(one) ?? []).filter((other) => other !== room);
      rooms.set(room, [...new Set([...(rooms.get(room) ?? []), ...others])]);
    }
    expect(rooms.size).toBeGreaterThan(50);
    expect(circlesIn(rooms)).toEqual([]);
  });
});

describe('every folder', () => {
  const folders = (of: string): string[] =>
    readdirSync(join(ROOT, of), { withFileTypes: true })
      .filter((entry) => entry.isDirectory())
      .map(({ name }) => name)
      .sort();

  it.each([
    ['core/src', CORE_ROOMS],
    ['core/src/fingering', FINGERING_ROOMS],
    ['server/src', SERVER_ROOMS],
    ['web/src', [...WEB_ROOMS, ...WEB_PLACES, ...WEB_LOOK, 'shell']],
  ])('of %s has its place in the order that lint holds', (of, order) => {
    expect(folders(of)).toEqual([...order].sort());
  });
});
