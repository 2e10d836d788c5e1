import type { Schemas } from "../api/client";

type Answer = Schemas["WallMap"];

/** A place of the fixture: its corner, and the middle of what one sees of it [mm]. */
export interface MapPlace {
  x_mm: number;
  y_mm: number;
  middle_x_mm: number;
  middle_y_mm: number;
}

/** The verdict at every step, as the server tells it: rows of runs, unpacked so far that one can look things up. */
export class WallMap {
  /** For each row from below the number of its pattern. */
  readonly rows: Uint16Array;
  /** Each pattern with a number for every place along it. */
  readonly patterns: readonly Uint8Array[];
  /** Where in each pattern the places begin and end that are ready. */
  private readonly ready: readonly (readonly [number, number])[][];

  constructor(readonly told: Answer) {
    this.patterns = told.patterns.map((runs) => {
      const row = new Uint8Array(told.columns);
      let at = 0;
      for (let i = 0; i < runs.length; i += 2) {
        row.fill(runs[i] ?? 0, at, (at += runs[i + 1] ?? 0));
      }
      return row;
    });
    const READY = told.words.indexOf("ready");
    this.ready = told.patterns.map((runs) => {
      const found: [number, number][] = [];
      let at = 0;
      for (let i = 0; i < runs.length; i += 2) {
        const length = runs[i + 1] ?? 0;
        if (runs[i] === READY) found.push([at, at + length - 1]);
        at += length;
      }
      return found;
    });
    let high = 0;
    for (let i = 1; i < told.rows.length; i += 2) high += told.rows[i] ?? 0;
    this.rows = new Uint16Array(high);
    let at = 0;
    for (let i = 0; i < told.rows.length; i += 2) {
      this.rows.fill(told.rows[i] ?? 0, at, (at += told.rows[i + 1] ?? 0));
    }
  }

  /** How far [mm] it goes along and up, a place at either end counting for half a step beyond. */
  get span(): { wide: number; high: number } {
    return { wide: this.told.columns * this.told.step_mm, high: this.rows.length * this.told.step_mm };
  }

  /** The number of the verdict where the middle of the fixture comes to lie so [mm]; null: it does not go there. */
  at(middleX: number, middleY: number): number | null {
    const { middle_x_mm, middle_y_mm, step_mm } = this.told;
    const column = Math.round((middleX - middle_x_mm) / step_mm);
    const row = Math.round((middleY - middle_y_mm) / step_mm);
    if (column < 0 || column >= this.told.columns || row < 0 || row >= this.rows.length) return null;
    return this.patterns[this.rows[row] ?? 0]?.[column] ?? null;
  }

  private place(column: number, row: number): MapPlace {
    const { told } = this;
    const [aside, above] = [column * told.step_mm, row * told.step_mm];
    return {
      x_mm: told.x_mm + aside,
      y_mm: told.y_mm + above,
      middle_x_mm: told.middle_x_mm + aside,
      middle_y_mm: told.middle_y_mm + above,
    };
  }

  /** The ready place nearest to where the fixture's corner is [mm]: row by row outwards, until none can be nearer. */
  nearestReady(at: { x_mm: number; y_mm: number }): { place: MapPlace; away: number } | null {
    const { step_mm } = this.told;
    const [x, y] = [(at.x_mm - this.told.x_mm) / step_mm, (at.y_mm - this.told.y_mm) / step_mm];
    let best: { column: number; row: number; away: number } | null = null;
    const middle = Math.min(this.rows.length - 1, Math.max(0, Math.round(y)));
    for (let step = 0; step < this.rows.length; step += 1) {
      if (best !== null && step - 1 > best.away) break;
      for (const row of step === 0 ? [middle] : [middle - step, middle + step]) {
        const pattern = this.rows[row];
        if (pattern === undefined) continue;
        for (const [first, last] of this.ready[pattern] ?? []) {
          const column = Math.min(last, Math.max(first, Math.round(x)));
          const away = Math.hypot(column - x, row - y);
          if (best === null || away < best.away) best = { column, row, away };
        }
      }
    }
    return best && { place: this.place(best.column, best.row), away: best.away * step_mm };
  }
}
