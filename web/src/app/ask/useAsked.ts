import { useEffect, useRef, useState } from "react";
import { useQuery } from "@tanstack/react-query";
import { client, type Schemas, unwrap } from "../../api/client";

/** What is said of thing, wall and place; every question has its part of it, and none loses what another asked. */
export interface Asked {
  /** The site that it is asked for, by its id; "": none yet. */
  site: string;
  supposed: Schemas["Supposed"];
  bit: Schemas["BitQuestion"];
  apart: Schemas["SpacingQuestion"];
}

const NAME = "rock-pin-asked";

/** Where somebody stands when he asks: what a site says of it. */
export interface Where {
  id: string;
  region: NonNullable<Schemas["Supposed"]["region"]>;
  units: NonNullable<Schemas["Supposed"]["units"]>;
  built_year: number | null;
}

const START: Asked = {
  site: "",
  supposed: {
    region: "britain",
    units: "metric",
    wall: null,
    plaster_mm: null,
    in_studs: false,
    stands: "unknown",
    finish: "unknown",
    built_year: null,
    width_mm: 3000,
    height_mm: 2400,
    evidence: [],
    points: [],
    looked: false,
    shape: "hook",
    measures: {},
    hand: null,
    environment: null,
    across_mm: null,
    up_mm: null,
  },
  bit: {
    in_hand: "plug",
    diameter_mm: 8,
    length_mm: 40,
    region: "britain",
    units: "metric",
    wall: "plastered_brick",
    plaster_mm: null,
    in_studs: false,
    bits_mm: [],
  },
  apart: { count: 3, each_mm: 80, width_mm: 1200, margin_mm: null, units: "metric" },
};

function kept(): Asked {
  try {
    const found = JSON.parse(sessionStorage.getItem(NAME) ?? "{}") as Partial<Asked>;
    return {
      site: found.site ?? START.site,
      supposed: { ...START.supposed, ...found.supposed },
      bit: { ...START.bit, ...found.bit },
      apart: { ...START.apart, ...found.apart },
    };
  } catch {
    return START;
  }
}

export interface Asking {
  asked: Asked;
  /** What is said at this moment: what was drawn last may be of before. */
  now: () => Asked;
  sayMeasure: (key: string, value: number) => void;
  saySite: (site: string) => void;
  /** Asks for a site from here on: its region, units and year. */
  askFor: (site: Where) => void;
  say: (change: Partial<Schemas["Supposed"]>) => void;
  sayBit: (change: Partial<Schemas["BitQuestion"]>) => void;
  sayApart: (change: Partial<Schemas["SpacingQuestion"]>) => void;
  startAnew: () => void;
}

/** What was said, kept in this tab: a reload and another question find it again. */
export function useAsked(): Asking {
  const [asked, setAsked] = useState(kept);
  const latest = useRef(asked);
  const put = (update: (now: Asked) => Asked) => {
    latest.current = update(latest.current);
    setAsked(latest.current);
  };
  useEffect(() => sessionStorage.setItem(NAME, JSON.stringify(asked)), [asked]);
  // where and in what one measures holds for every question, and so does the wall once it is said
  const shared = (change: { region?: Asked["bit"]["region"]; units?: Asked["bit"]["units"] }) => ({
    ...(change.region ? { region: change.region } : {}),
    ...(change.units ? { units: change.units } : {}),
  });
  return {
    asked,
    now: () => latest.current,
    sayMeasure: (key, value) =>
      put((now) => ({
        ...now,
        supposed: { ...now.supposed, measures: { ...now.supposed.measures, [key]: value } },
      })),
    saySite: (site) => put((now) => ({ ...now, site })),
    askFor: ({ id, region, units, built_year }) =>
      put((now) => ({
        site: id,
        supposed: { ...now.supposed, region, units, built_year },
        bit: { ...now.bit, region, units },
        apart: { ...now.apart, units },
      })),
    say: (change) =>
      put((now) => ({
        ...now,
        supposed: { ...now.supposed, ...change },
        bit: {
          ...now.bit,
          ...shared(change),
          ...(change.wall ? { wall: change.wall, plaster_mm: null } : {}),
          ...(change.in_studs === undefined ? {} : { in_studs: change.in_studs }),
        },
        apart: { ...now.apart, ...(change.units ? { units: change.units } : {}) },
      })),
    sayBit: (change) => put((now) => ({ ...now, bit: { ...now.bit, ...change } })),
    sayApart: (change) => put((now) => ({ ...now, apart: { ...now.apart, ...change } })),
    startAnew: () => put(() => START),
  };
}

type Supposed = Schemas["Supposed"];

const PUT = {
  "goes-in": async (body: Supposed) => unwrap(await client.POST("/api/ask/goes-in", { body })),
  wall: async (body: Supposed) => unwrap(await client.POST("/api/ask/wall", { body })),
  here: async (body: Supposed) => unwrap(await client.POST("/api/ask/here", { body })),
  deep: async (body: Supposed) => unwrap(await client.POST("/api/ask/deep", { body })),
};

interface Answers {
  "goes-in": Schemas["FixingAnswer"];
  wall: Schemas["WallAnswer"];
  here: Schemas["SpotAnswer"];
  deep: Schemas["DepthAnswer"];
}

// what stands there stays until the next answer has come
const STAYS = { placeholderData: <T>(before: T) => before, retry: false } as const;

/** The answer to a question about the thing, the wall and the place. */
export function useAnswer<Q extends keyof Answers>(question: Q, supposed: Schemas["Supposed"]) {
  return useQuery<Answers[Q]>({
    queryKey: ["asked", question, supposed],
    queryFn: async () => (await PUT[question](supposed)) as Answers[Q],
    ...(STAYS as object),
  });
}

export function useBit(bit: Schemas["BitQuestion"]) {
  return useQuery<Schemas["BitAnswer"]>({
    queryKey: ["asked", "bit", bit],
    queryFn: async () => unwrap(await client.POST("/api/ask/bit", { body: bit })),
    ...(STAYS as object),
  });
}

export function useApart(apart: Schemas["SpacingQuestion"]) {
  return useQuery<Schemas["SpacingAnswer"]>({
    queryKey: ["asked", "apart", apart],
    queryFn: async () => unwrap(await client.POST("/api/ask/apart", { body: apart })),
    ...(STAYS as object),
  });
}
