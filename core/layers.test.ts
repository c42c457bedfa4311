import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import { expect, it } from 'vitest';
import layers from './layers.json';

const core = dirname(fileURLToPath(import.meta.url));

/** Files of the core that are not tests, and the files of the core each imports, types included. */
function importsOfFiles(): Map<string, string[]> {
  const files = readdirSync(core, { recursive: true, encoding: 'utf8' }).filter(
    (file) => file.endsWith('.ts') && !file.endsWith('.test.ts'),
  );
  return new Map(
    files.map((file) => {
      const { importedFiles } = ts.preProcessFile(readFileSync(join(core, file), 'utf8'));
      const near = importedFiles.filter(({ fileName }) => fileName.startsWith('.'));
      return [file, near.map(({ fileName }) => found(join(core, dirname(file), fileName)))];
    }),
  );
}

const found = (path: string): string => {
  const file = [`${path}.ts`, join(path, 'index.ts'), path].find((at) => existsSync(at)) ?? path;
  return relative(core, file);
};

/** A path of imports that comes back to where it began, if there is one. */
function circle(imports: ReadonlyMap<string, string[]>): string[] | undefined {
  const done = new Set<string>();
  const walk = (file: string, path: readonly string[]): string[] | undefined => {
    if (path.includes(file)) return [...path.slice(path.indexOf(file)), file];
    if (done.has(file)) return undefined;
    for (const next of imports.get(file) ?? []) {
      const back = walk(next, [...path, file]);
      if (back) return back;
    }
    done.add(file);
    return undefined;
  };
  for (const file of imports.keys()) {
    const back = walk(file, []);
    if (back) return back;
  }
  return undefined;
}

it('no files of the core import each other in a circle, by type or by value', () => {
  expect(circle(importsOfFiles())).toBeUndefined();
  expect(
    circle(
      new Map([
        ['a', ['b']],
        ['b', ['c']],
        ['c', ['b']],
      ]),
    ),
  ).toEqual(['b', 'c', 'b']);
});

it('the page of the architecture shows the layers that the lint rule holds, and every folder has one', () => {
  const page = readFileSync(join(core, '../docs/architecture.md'), 'utf8');
  const shown = [...page.matchAll(/^\| (\d+) \| `([\w-]+)` \|/gm)].map(([, layer, folder]) => [
    Number(layer),
    folder,
  ]);
  const held = layers.flatMap((folders, i) => folders.map((folder) => [i + 1, folder]));
  expect(shown.map(String).sort()).toEqual(held.map(String).sort());
  const above = ['judgements', 'record', 'testing'];
  const folders = readdirSync(core, { withFileTypes: true }).filter((entry) => entry.isDirectory());
  expect(folders.map(({ name }) => name).sort()).toEqual([...layers.flat(), ...above].sort());
});
