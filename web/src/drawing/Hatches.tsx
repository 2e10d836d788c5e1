/** The drafting hatches of the materials, each told from the others in black and white. */
export function Hatches() {
  return (
    <defs>
      <pattern id="hatch-board" width="22" height="18" patternUnits="userSpaceOnUse">
        <rect width="22" height="18" fill="var(--board)" />
        <g fill="var(--soft)">
          <circle cx="4" cy="4" r=".9" />
          <circle cx="15" cy="7" r=".7" />
          <circle cx="8" cy="13" r=".8" />
          <circle cx="19" cy="15" r=".6" />
        </g>
      </pattern>
      <pattern id="hatch-unswept" width="16" height="16" patternUnits="userSpaceOnUse">
        <path d="M0 16L16 0" stroke="var(--soft)" strokeWidth=".6" opacity=".5" />
      </pattern>
      <pattern id="hatch-plaster" width="9" height="9" patternUnits="userSpaceOnUse">
        <rect width="9" height="9" fill="var(--board)" />
        <g fill="var(--soft)">
          <circle cx="2" cy="2" r=".6" />
          <circle cx="6.5" cy="5" r=".6" />
        </g>
      </pattern>
      <pattern id="hatch-tile" width="14" height="14" patternUnits="userSpaceOnUse">
        <rect width="14" height="14" fill="var(--sheet)" />
        <path d="M0 0H14M0 7H14" stroke="var(--soft)" strokeWidth=".8" />
      </pattern>
      <pattern id="hatch-timber" width="60" height="16" patternUnits="userSpaceOnUse">
        <rect width="60" height="16" fill="var(--timber)" />
        <g fill="none" stroke="var(--timber-line)" strokeWidth=".9" opacity=".75">
          <path d="M0 3C15 0 25 6 40 3S55 2 60 3" />
          <path d="M0 9c12-3 22 3 34 0s18-2 26 0" />
          <path d="M0 14.5c15-2 25 2 40 0s15-1 20 0" />
        </g>
      </pattern>
      <pattern
        id="hatch-brick"
        width="8"
        height="8"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="8" height="8" fill="var(--masonry)" />
        <path d="M0 0V8" stroke="var(--masonry-line)" strokeWidth="1.6" />
      </pattern>
      <pattern id="hatch-concrete" width="34" height="30" patternUnits="userSpaceOnUse">
        <rect width="34" height="30" fill="var(--stone)" />
        <g fill="none" stroke="var(--stone-line)" strokeWidth="1">
          <path d="M5 6l6-3 3 5-6 3Z" />
          <path d="M22 14l7-1 1 6-6 2Z" />
          <path d="M9 21l5 1-2 5-5-2Z" />
        </g>
        <g fill="var(--stone-line)">
          <circle cx="20" cy="5" r="1" />
          <circle cx="30" cy="27" r="1" />
          <circle cx="3" cy="16" r="1" />
          <circle cx="17" cy="25" r=".8" />
        </g>
      </pattern>
      <pattern id="hatch-insulation" width="24" height="20" patternUnits="userSpaceOnUse">
        <rect width="24" height="20" fill="var(--sheet)" />
        <path d="M0 20C6 20 6 0 12 0s6 20 12 20" fill="none" stroke="var(--soft)" strokeWidth="1.1" />
      </pattern>
      <pattern id="hatch-void" width="10" height="10" patternUnits="userSpaceOnUse">
        <rect width="10" height="10" fill="var(--sheet)" />
      </pattern>
      <pattern
        id="hatch-zone"
        width="9"
        height="9"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="9" height="9" fill="var(--ochre)" opacity=".09" />
        <path d="M0 0V9" stroke="var(--ochre)" strokeWidth="1.6" opacity=".7" />
      </pattern>
      <pattern
        id="hatch-find"
        width="5"
        height="5"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <path d="M0 0V5" stroke="var(--brick)" strokeWidth="2.2" />
      </pattern>
    </defs>
  );
}
