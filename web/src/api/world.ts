/** Whether this is the place to practise: the same stages on walls that are made up, kept apart from all others. */
export const PRACTICE = /^\/practice(\/|$)/.test(location.pathname);

/** What stands before every address of this world: its pages and its questions. */
export const BASE = PRACTICE ? "/practice" : "";
