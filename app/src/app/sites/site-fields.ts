import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  LATITUDES,
  nearestLatitude,
  REACH_ABOVE_CM,
  type ClearanceSector,
  type MessageCode,
  type Site,
} from '../../../../core';
import { MeasureField } from '../fields/measure-field';
import { Say } from '../words/told';
import { ClearanceList } from './clearance-list';

/** What changed of a site. */
export interface SiteGiven {
  change: Partial<Omit<Site, 'id'>>;
  without?: (keyof Site)[];
}

/** All that is known of a place where trees stand. Each thing that is given is told at once. */
@Component({
  selector: 'eb-site-fields',
  imports: [ClearanceList, MeasureField, Say],
  templateUrl: './site-fields.html',
  styleUrl: './site-fields.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SiteFields {
  readonly site = input.required<Site>();
  /** Whether only what a yard cannot begin without is asked. */
  readonly isBrief = input(false);
  readonly given = output<SiteGiven>();

  readonly latitudes = LATITUDES.map((deg) => {
    const name = `${deg < 0 ? 's' : 'n'}${Math.abs(deg)}`;
    return { deg, code: `latitude.${name}` as MessageCode, args: { deg: Math.abs(deg) } };
  });
  readonly near = computed(() => nearestLatitude(this.site().latitudeDeg));
  readonly degrees = computed(() => Math.abs(this.site().latitudeDeg));
  readonly isSouth = computed(() => this.site().latitudeDeg < 0);
  readonly needle = computed(() => {
    const deg = this.site().declinationDeg;
    return deg === undefined ? '' : Math.abs(deg);
  });
  /** Own height as it was last given, cm: it is only asked for the reach. */
  readonly heightCm = signal<number | undefined>(undefined);
  readonly wrongLatitude = signal(false);
  readonly exposures = ['sheltered', 'middling', 'open'] as const;
  readonly ticks = [
    { field: 'hot', code: 'site.hot' },
    { field: 'wetWinters', code: 'site.wet-winters' },
    { field: 'lateFrost', code: 'site.late-frost' },
  ] as const;

  set(change: SiteGiven['change']): void {
    this.given.emit({ change });
  }

  /** A place being begun follows each letter; one that stands is named once, and never nothing. */
  name(name: string): void {
    if (this.isBrief() || name.trim() !== '') this.set({ name: name.trim() });
  }

  latitude(text: string, isSouth: boolean): void {
    const deg = Number(text.trim().replace(',', '.'));
    const isGood = text.trim() !== '' && deg >= 0 && deg <= 90;
    this.wrongLatitude.set(!isGood);
    if (isGood) this.set({ latitudeDeg: isSouth ? -deg : deg });
  }

  pick(deg: string): void {
    this.wrongLatitude.set(false);
    this.set({ latitudeDeg: Number(deg) });
  }

  declination(text: string, isWest: boolean): void {
    const deg = Number(text.trim().replace(',', '.'));
    if (text.trim() === '') this.given.emit({ change: {}, without: ['declinationDeg'] });
    else if (deg >= 0 && deg <= 180) this.set({ declinationDeg: isWest ? -deg : deg });
  }

  ownHeight(heightCm: number | undefined): void {
    this.heightCm.set(heightCm);
    if (heightCm !== undefined) this.set({ reachCm: Math.min(400, heightCm + REACH_ABOVE_CM) });
  }

  /** A fact that need not be said, given or no longer said. */
  optional(field: 'wallBearingDeg' | 'windFromDeg' | 'roomCm', value: number | undefined): void {
    this.given.emit(value === undefined ? { change: {}, without: [field] } : { change: { [field]: value } });
  }

  tick(field: 'hot' | 'wetWinters' | 'lateFrost', isSo: boolean): void {
    this.set({ [field]: isSo });
  }

  clearance(clearance: readonly ClearanceSector[]): void {
    this.set({ clearance });
  }
}
