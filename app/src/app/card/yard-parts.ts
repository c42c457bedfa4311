import { asWritten, rowsOf, told, type Message, type TreeState } from '../../../../core';

/** A part of a yard that is worked in one go: a site, or a row of trees on it. */
export interface YardPart {
  id: string;
  name: Message;
  treeIds: readonly string[];
}

/** Every site with two trees or more, where there are several, each followed by its rows. */
export function partsOf(states: readonly TreeState[]): YardPart[] {
  const sites = [...new Map(states.map(({ site }) => [site.id, site])).values()];
  return sites.flatMap((site) => {
    const here = states.filter((state) => state.site.id === site.id).map(({ record }) => record);
    const rows = rowsOf(here.map(({ place }) => place)).map((row): YardPart => {
      const trees = row.flatMap((i) => here[i] ?? []);
      const [first, last] = [trees[0], trees.at(-1)];
      return {
        id: `row-${first?.id ?? ''}`,
        name: told('yard.row', { first: first?.name ?? '', last: last?.name ?? '', trees: trees.length }),
        treeIds: trees.map(({ id }) => id),
      };
    });
    const whole: YardPart = {
      id: `site-${site.id}`,
      name: asWritten(site.name),
      treeIds: here.map(({ id }) => id),
    };
    return [
      ...(sites.length > 1 ? [whole] : []),
      ...rows.filter(({ treeIds }) => treeIds.length < here.length || sites.length === 1),
    ];
  });
}
