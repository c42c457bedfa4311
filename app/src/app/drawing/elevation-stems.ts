import { select } from 'd3';
import { positionAt, type Course, type Stem, type StemId, type Vec3 } from '../../../../core';
import type { DrawingWords } from './figure-links';
import { Kept, type Shown } from './kept';
import { TAG_HEIGHT } from './tags';
import { tagSign } from './tag-sign';
import { isLeft, tagMark, type TagMark, type TreePicture } from './tree-picture';

/** A stem on the elevation: what a finger finds of it, and its tag. */
export interface DrawnStem {
  stem: Stem;
  course: Course;
  touched: Touched;
  tag: Tag;
  /** Where its nearness is taken, and where its tag is tied. */
  middle: Vec3;
  tiedTo: Vec3;
  near: number;
}

interface Touched {
  node: SVGGElement;
  hit: SVGPathElement;
}

interface Tag {
  node: SVGGElement;
  label: SVGGElement;
  width: number;
}

interface StemShown extends Shown {
  stem: Stem;
  mark: TagMark;
}

/** Share along a limb where its nearness is taken, and where its tag is tied. */
const NEARNESS_AT = 0.6;
const TIED_AT = 0.82;

/** What is touched and read of every stem on the elevation: made once for each, and kept while its name and its mark stay. */
export class ElevationStems {
  private readonly touched = new Kept<StemShown, Touched>(
    (shown) => this.touchOf(shown),
    () => undefined,
  );
  private readonly tags = new Kept<StemShown, Tag>(
    (shown) => this.tagOf(shown),
    () => undefined,
  );

  constructor(
    private readonly woodLayer: SVGGElement,
    private readonly tagLayer: SVGGElement,
    private readonly onSelect: (id: StemId) => void,
    private readonly words: DrawingWords,
  ) {}

  /** The stems of a picture; and whether others are there than before. */
  show({ laid, verdicts }: TreePicture): { stems: DrawnStem[]; isOther: boolean } {
    const shown = laid.tree.stems.map((stem): StemShown => {
      const mark = tagMark(verdicts[stem.id]);
      return { key: `${stem.id} ${stem.tag} ${mark}`, parts: [], stem, mark };
    });
    const isOther = this.touched.show(this.woodLayer, shown);
    this.tags.show(this.tagLayer, shown);
    const [touched, tags] = [this.touched.shown, this.tags.shown];
    const stems = shown.map(({ stem }, i): DrawnStem => {
      const course = laid.courses.get(stem.id) as Course;
      return {
        ...{ stem, course, touched: touched[i] as Touched, tag: tags[i] as Tag },
        middle: positionAt(course, course.lengthCm * NEARNESS_AT),
        tiedTo: positionAt(course, course.lengthCm * (stem.parent.kind === 'ground' ? 1 : TIED_AT)),
        near: 0,
      };
    });
    return { stems, isOther };
  }

  private touchOf({ stem, mark }: StemShown): Touched {
    const group = select(this.woodLayer)
      .append('g')
      .attr('class', `stem ${isLeft(mark) ? 'plain' : mark}`)
      .attr('data-stem', stem.id);
    const hit = group.append('path').attr('class', 'hit').node() as SVGPathElement;
    const node = group.node() as SVGGElement;
    node.addEventListener('click', () => this.onSelect(stem.id));
    return { node, hit };
  }

  private tagOf({ stem, mark }: StemShown): Tag {
    const words = stem.tag;
    const width = 9 + words.length * 7.2 + (mark === 'plain' ? 0 : 9);
    const group = select(this.tagLayer)
      .append('g')
      .attr('class', `tag ${isLeft(mark) ? 'plain ' : ''}${mark}`)
      .attr('tabindex', 0)
      .attr('role', 'button')
      .attr('aria-label', this.words.say(`draw.limb.${mark}`, { tag: words }))
      .attr('data-tag', stem.id);
    const label = group.append('g').attr('class', 'label');
    const [w, h] = [width / 2, TAG_HEIGHT / 2];
    label.append('path').attr('d', tagShape(mark, w, h));
    label
      .append('text')
      .attr('dy', '0.34em')
      .attr('x', mark === 'plain' ? 0 : -4)
      .text(words);
    const sign = tagSign(mark, w - 7);
    if (sign !== undefined) label.append('path').attr('class', 'sign').attr('d', sign);
    const node = group.node() as SVGGElement;
    const choose = (): void => this.onSelect(stem.id);
    node.addEventListener('click', choose);
    node.addEventListener('keydown', (event) => {
      if (event.key !== 'Enter' && event.key !== ' ') return;
      event.preventDefault();
      choose();
    });
    return { node, label: label.node() as SVGGElement, width };
  }
}

/** A paper label: limbs that stay have a square end, those that go a cut corner, those that stay a while two. */
function tagShape(mark: TagMark, w: number, h: number): string {
  if (mark === 'out') return `M${-w} ${-h}H${w - 5}L${w} ${-h + 5}V${h}H${-w}Z`;
  if (mark === 'while') return `M${-w} ${-h}H${w - 4}L${w} 0L${w - 4} ${h}H${-w}Z`;
  if (mark === 'keep') return `M${-w} ${-h}H${w}V${h}H${-w}Z`;
  return `M${-w + 3} ${-h + 1}H${w - 3}V${h - 1}H${-w + 3}Z`;
}
