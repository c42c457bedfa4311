import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { STATIONS, weatherRows, type Site } from '../../../../core';
import { BookStore } from '../book/book-store';
import { csvOf } from '../kit/kit-table';
import { download } from '../shell/download';
import { Say, Told } from '../words/told';
import { OwnTable } from './own-table';
import { weatherTold } from './weather-told';

/** Where a place's weather comes from: a station, the grower's own table, or nowhere; and how old it is. */
@Component({
  selector: 'eb-site-weather',
  imports: [OwnTable, Say, Told],
  templateUrl: './site-weather.html',
  styleUrl: './site-weather.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SiteWeather {
  readonly site = input.required<Site>();
  readonly book = inject(BookStore);

  readonly isChoosing = signal(false);
  readonly isAsking = signal(false);
  readonly isUnreached = signal(false);

  readonly kept = computed(() => this.book.weather().find(({ siteId }) => siteId === this.site().id));
  readonly told = computed(() => weatherTold(this.kept(), this.book.today()));
  readonly chosen = computed(() => {
    const source = this.kept()?.source;
    return source?.kind === 'station' ? source.id : source?.kind;
  });
  /** The stations of this half of the earth, the nearest first. */
  readonly stations = computed(() => {
    const { latitudeDeg } = this.site();
    const off = (deg: number): number => Math.abs(deg - latitudeDeg);
    return STATIONS.filter((one) => one.latitudeDeg < 0 === latitudeDeg < 0).sort(
      (a, b) => off(a.latitudeDeg) - off(b.latitudeDeg),
    );
  });

  degrees(latitudeDeg: number): string {
    return Math.abs(latitudeDeg).toFixed(1);
  }

  async station(id: string): Promise<void> {
    this.isAsking.set(true);
    this.isUnreached.set(!(await this.book.takeStation(this.site().id, id)));
    this.isAsking.set(false);
  }

  without(): void {
    void this.book.goWithout(this.site().id);
  }

  save(): void {
    const days = this.kept()?.weather.days ?? [];
    download(`weather-${this.site().id}.csv`, csvOf(weatherRows(days)), 'text/csv');
  }
}
