import type { Ground, MessageCode } from '../../../../core';

/** Where what a sentence rests on is told: a page, a place on it, and the sign and name of the link there. */
export interface ToldAt {
  commands: readonly string[];
  fragment: string;
  sign: string;
  name: MessageCode;
}

/** The place that tells a ground, for a tree of a kind; undefined for the grower's own word, which is said where it stands. */
export function whereTold(ground: Ground, treeId: string, kindId: string): ToldAt | undefined {
  const figures = ['/tree', treeId, 'figures'];
  switch (ground.on) {
    case 'finding':
      return { commands: ['/almanac'], fragment: `rule-${ground.rule}`, sign: 'bi-book', name: 'link.rule' };
    case 'figure':
      return { commands: figures, fragment: ground.key, sign: 'bi-rulers', name: 'link.figure' };
    case 'site':
      return { commands: figures, fragment: `site-${ground.line}`, sign: 'bi-geo-alt', name: 'link.site' };
    case 'tree':
      return { commands: figures, fragment: `tree-${ground.line}`, sign: 'bi-tree', name: 'link.tree' };
    case 'reading':
      return {
        commands: ['/tree', treeId],
        fragment: `limb-${ground.stemId}`,
        sign: 'bi-pencil',
        name: 'link.reading',
      };
    case 'kind':
      return { commands: ['/almanac'], fragment: `kind-${kindId}`, sign: 'bi-flower1', name: 'link.kind' };
    case 'school':
      return {
        commands: ['/tree', treeId, 'schools'],
        fragment: `question-${ground.question}`,
        sign: 'bi-people',
        name: 'link.school',
      };
    case 'own-word':
      return undefined;
  }
}
