import type { Degree, KindFacts } from '../kinds/kind-facts';
import type { Limits } from '../rules/limits';
import type { Answers } from '../schools/questions';
import type { Growing } from '../calendar/growing';
import type { Seasons } from '../seasons/known';
import type { BendCame } from './bend-came';
import type { Callus } from './callus';
import type { Site } from '../sites/site';
import type { CameAs } from '../tree/came-as';
import type { LaidTree } from '../tree/course';

/** The day a tree is looked at, in the terms of its growth. */
export interface When {
  /** ISO date of the day itself. */
  today: string;
  /** ISO date it was last read on; missing where it never was. */
  readOn?: string;
  /** Season (year) that wood is told against: growth of this season is new wood. */
  season: number;
  /** In leaf, between bud break and leaf fall. */
  inLeaf: boolean;
  /** Seasons grown in this place since planting, the present one included; in dormancy, the coming one. */
  seasonsGrown: number;
  /** Planted this dormancy: it has not been in leaf here. */
  justPlanted: boolean;
  /** Its seasons, of weather where that is known. */
  seasons: Seasons;
  /** When it grows in each of them. */
  grows: Growing;
  /** How it came, where that is known. */
  cameAs?: CameAs;
}

/** A tree where and when it stands, whatever its form: all that work on it is judged by. */
export interface TreeScene {
  laid: LaidTree;
  kind: KindFacts;
  site: Site;
  limits: Limits;
  when: When;
  /** Depth of snow that heights were read over, cm; missing for none. */
  snowCm?: number;
  /** What the tree's school answers where growers differ. */
  answers: Answers;
  /** What came of bends in this yard, each strain as a middling kind's wood would feel it. */
  bends?: readonly BendCame[];
  /** What wounds seen in this yard make of its kind's callus; missing where none was. */
  callus?: Callus;
  /** How strongly its rootstock drives it, where that is known. */
  stockVigour?: Degree;
}
