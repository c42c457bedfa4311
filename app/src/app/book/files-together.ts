import { filesTogether, told, type ReadFile, type YardFile } from '../../../../core';
import type { FileReading } from './file-reader';

/** A file by its name, being read. */
export interface NamedReading {
  name: string;
  reading: FileReading;
}

/** Several files of one yard being read, as one: refused where one of them is, or where they are of different yards; stopped together. */
export function readTogether(files: readonly NamedReading[]): FileReading {
  return {
    done: Promise.all(files.map(({ reading }) => reading.done)).then((found) => together(files, found)),
    stop: () => files.forEach(({ reading }) => reading.stop()),
  };
}

function together(files: readonly NamedReading[], found: readonly ReadFile[]): ReadFile {
  // One file by itself needs no name before its paths.
  const [only] = found;
  if (only && found.length === 1) return only;
  const named = found.map((read, i) => ({ read, name: files[i]?.name ?? '' }));
  const troubles = named.flatMap(({ read, name }) =>
    read.kind === 'refused' ? read.troubles.map((one) => ({ ...one, path: `${name}: ${one.path}` })) : [],
  );
  if (troubles.length > 0) return { kind: 'refused', troubles };
  const good = named.flatMap(({ read, name }) =>
    read.kind === 'refused' ? [] : [{ file: read.file, name }],
  );
  const other = good.find(({ file }) => file.yard.id !== good[0]?.file.yard.id);
  if (other) {
    const message = told('file.other-yard', { yard: other.file.yard.name, first: good[0]?.name ?? '' });
    return { kind: 'refused', troubles: [{ path: other.name, message }] };
  }
  const file = filesTogether(good.map((one) => one.file) as unknown as [YardFile, ...YardFile[]]);
  const repairs = named.flatMap(({ read, name }) =>
    read.kind === 'repairable' ? read.repairs.map((one) => ({ ...one, path: `${name}: ${one.path}` })) : [],
  );
  return repairs.length > 0 ? { kind: 'repairable', file, repairs } : { kind: 'good', file };
}
