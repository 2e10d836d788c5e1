import { createContext } from "react";
import type { Schemas } from "../api/client";

/** Where one is, as words go by that; a page says it for all that stands on it. */
export const SpokenIn = createContext<Schemas["Region"]>("britain");
