import { useDeferredValue } from "react";
import { ask, type Schemas } from "../api/client";

/** What is named in words of somebody's own, asked while they are typed; undefined until that is known. */
export function useCalled(words: string): Schemas["Called"] | undefined {
  const said = useDeferredValue(words.trim());
  const { data } = ask.useQuery(
    "get",
    "/api/called",
    { params: { query: { said } } },
    { enabled: said.length > 1, staleTime: Infinity },
  );
  return data;
}
