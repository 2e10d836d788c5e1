const FIGURE_AND_UNIT = /(\d|[¼½¾⅛⅜⅝⅞]|\d\/\d+) (mm|cm|m|kg|g|N|kN|MPa|in|ft|lb|lbf|%|°|×)(?![\p{L}\d])/gu;

/** A sentence in which no line ends between a figure and its unit, or within a size like 8 × 40. */
export function together(text: string): string {
  return text.replace(FIGURE_AND_UNIT, "$1\u00a0$2").replace(/× (?=[\d#])/g, "×\u00a0");
}
