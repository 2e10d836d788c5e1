import { useState } from "react";
import { client, type Rect, Refused, unwrap, type Wall } from "../../api/client";
import { freeId } from "../../lib/ids";
import { today } from "../../lib/today";
import type { Editing } from "../../job/useWorkspace";

export type Scan = Wall["scans"][number];
export type Mode = Exclude<Scan["mode"], "opened">;

export interface Instrument {
  depth_mm: number;
  proved: boolean;
  circuits: boolean;
}

/** Sweeps of an area: with the simulated detector, or marked as done by hand; openings too. */
export function useScan(editing: Editing) {
  const [faults, setFaults] = useState<readonly string[]>([]);
  const { wall } = editing.data.wall;
  const day = today();

  const keep = (fresh: Scan[], summary: string) =>
    editing.saveWall({ scans: [...wall.scans, ...fresh] }, summary).catch((error: unknown) => {
      if (error instanceof Refused) setFaults(error.tell());
    });

  const byHand = async (area: Rect, modes: readonly Scan["mode"][], instrument: Instrument) => {
    setFaults([]);
    const taken = wall.scans.map((one) => one.id);
    const fresh = modes.map((mode) => {
      const id = freeId(mode, taken);
      taken.push(id);
      return {
        id,
        mode,
        area,
        day,
        claimed_depth_mm: instrument.depth_mm,
        proved_on_live_cable: instrument.proved,
        proved_depth_mm: null,
        circuits_on: instrument.circuits,
        finds: [],
        read_by: "instrument" as const,
        instrument: "",
        note: "",
      };
    });
    await keep(fresh, modes.includes("opened") ? "opening added" : "sweeps added");
  };
  const simulated = async (area: Rect, modes: readonly Mode[], instrument: Instrument) => {
    setFaults([]);
    try {
      const body = {
        modes: [...modes],
        area,
        claimed_depth_mm: instrument.depth_mm,
        proved_on_live_cable: instrument.proved,
        circuits_on: instrument.circuits,
        day,
      };
      const params = { path: { wall_id: wall.id } };
      await keep(unwrap(await client.POST("/api/walls/{wall_id}/scan", { params, body })), "detector run");
    } catch (error) {
      setFaults(
        error instanceof Refused ? error.tell() : ["The detector does not answer; is Rock Pin running?"],
      );
    }
  };
  return { faults, byHand, simulated };
}
