import type { FormatFamily } from '../../../core/film/format.ts';
import type { TankMaterial } from '../../../core/heat/bath/water.ts';
import type { TankPlace } from '../../../core/heat/tank/school-and-place.ts';
import type { TankMethod, Warmed } from '../../../core/heat/tank/tank.ts';
import { inTransaction, sql } from '../database/database.server.ts';

export interface TankOnShelf {
  readonly id: string;
  readonly name: string;
  readonly method: TankMethod;
  readonly volumeMl: number;
  readonly fillS: number;
  readonly drainS: number;
  /** From a tank test; null until there was one. */
  readonly heatJK: number | null;
  /** In the air, and standing in the bath; each from a test of its own. */
  readonly coolingPerMin: number | null;
  readonly coolingInBathPerMin: number | null;
  readonly material: TankMaterial;
  readonly reelSets: number;
  /** What it takes with one reel alone; absent or null, as much as with all of them. */
  readonly volumeOneMl?: number | null;
  /** Where this tank stands whatever the habit is: a drum in its machine. */
  readonly stands?: TankPlace | null;
  readonly machineC?: number | null;
  /** What stands in the bath for it; absent or null, the bottles. */
  readonly warms?: Warmed | null;
  readonly holds: Readonly<Partial<Record<FormatFamily, number>>>;
}

interface Row {
  readonly id: string;
  readonly name: string;
  readonly method: TankMethod;
  readonly volume_ml: number;
  readonly fill_s: number;
  readonly drain_s: number;
  readonly heat_jk: number | null;
  readonly cooling_per_min: number | null;
  readonly cooling_in_bath_per_min: number | null;
  readonly material: TankMaterial;
  readonly reel_sets: number;
  readonly volume_one_ml: number | null;
  readonly stands: TankPlace | null;
  readonly machine_c: number | null;
  readonly warms: Warmed | null;
}

const COLUMNS =
  'id, name, method, volume_ml, fill_s, drain_s, heat_jk, cooling_per_min, cooling_in_bath_per_min, material, reel_sets, volume_one_ml, stands, machine_c, warms';

interface Place {
  readonly tank_id: string;
  readonly family: FormatFamily;
  readonly places: number;
}

function fromRow(row: Row, places: readonly Place[]): TankOnShelf {
  return {
    id: row.id,
    name: row.name,
    method: row.method,
    volumeMl: row.volume_ml,
    fillS: row.fill_s,
    drainS: row.drain_s,
    heatJK: row.heat_jk,
    coolingPerMin: row.cooling_per_min,
    coolingInBathPerMin: row.cooling_in_bath_per_min,
    material: row.material,
    reelSets: row.reel_sets,
    volumeOneMl: row.volume_one_ml,
    stands: row.stands,
    machineC: row.machine_c,
    warms: row.warms,
    holds: Object.fromEntries(places.filter((place) => place.tank_id === row.id).map((place) => [place.family, place.places])),
  };
}

export function listTanks(): TankOnShelf[] {
  const places = sql('SELECT tank_id, family, places FROM tank_places').all() as Place[];
  const rows = sql(`SELECT ${COLUMNS} FROM tanks WHERE deleted_at_ms IS NULL ORDER BY added_at_ms, id`).all() as Row[];
  return rows.map((row) => fromRow(row, places));
}

/** Also finds tanks that were put away: their runs are still in the logbook. */
export function findTank(id: string): TankOnShelf | null {
  const row = sql(`SELECT ${COLUMNS} FROM tanks WHERE id = ?`).get(id) as Row | undefined;
  return row ? fromRow(row, sql('SELECT tank_id, family, places FROM tank_places WHERE tank_id = ?').all(id) as Place[]) : null;
}

export function saveTank(tank: TankOnShelf, atMs: number): void {
  inTransaction(() => {
    const { holds, ...columns } = tank;
    sql(
      `INSERT INTO tanks (${COLUMNS}, added_at_ms)
       VALUES (@id, @name, @method, @volumeMl, @fillS, @drainS, @heatJK, @coolingPerMin, @coolingInBathPerMin, @material, @reelSets,
         @volumeOneMl, @stands, @machineC, @warms, @atMs)
       ON CONFLICT (id) DO UPDATE SET name = excluded.name, method = excluded.method, volume_ml = excluded.volume_ml,
         fill_s = excluded.fill_s, drain_s = excluded.drain_s, heat_jk = excluded.heat_jk,
         cooling_per_min = excluded.cooling_per_min, cooling_in_bath_per_min = excluded.cooling_in_bath_per_min,
         material = excluded.material, reel_sets = excluded.reel_sets, volume_one_ml = excluded.volume_one_ml,
         stands = excluded.stands, machine_c = excluded.machine_c, warms = excluded.warms, deleted_at_ms = NULL`,
    ).run({ volumeOneMl: null, stands: null, machineC: null, warms: null, ...columns, atMs });
    sql('DELETE FROM tank_places WHERE tank_id = ?').run(tank.id);
    for (const [family, places] of Object.entries(holds)) {
      if (places) sql('INSERT INTO tank_places (tank_id, family, places) VALUES (?, ?, ?)').run(tank.id, family, places);
    }
  });
}

export function setTankDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE tanks SET deleted_at_ms = ? WHERE id = ?').run(deletedAtMs, id);
}
