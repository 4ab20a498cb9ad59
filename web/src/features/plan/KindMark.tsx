import { usePalette } from "../../theme/theme";
import type { Kind } from "../../parts/kinds";

/** Each kind cut through, as one would scratch it on a board; what is its own is yellow. */
const SECTIONS: Record<Exclude<Kind, "free"> | "floor", { own: string; around?: string }> = {
  floor: { own: "M4 15h36v7H4z", around: "M4 25h36M6 29h3M16 29h3M26 29h3M36 29h3" },
  lot: { own: "M6 8l30-3 3 26-34 2z", around: "" },
  obstacle: { own: "M20 6h6v26h-6z", around: "M2 18h14M4 14l-2 4 2 4M2 34h40" },
  boards: { own: "M10 12h24v5H10z", around: "M14 8v26M30 8v26M2 14h40" },
  excavation: { own: "M12 14h20v16H12z", around: "M2 14h10v16h20V14h10" },
  footing: { own: "M10 20h24v10H10z", around: "M18 20V6M26 20V6M2 30h40" },
  pad: { own: "M12 20h20v10H12z", around: "M20 20V6h4v14" },
  wall: { own: "M14 6h16v24H14z", around: "M14 14h16M14 22h16M8 30h28" },
  form: { own: "M8 10h4v18H8zM32 10h4v18h-4z", around: "M12 13h20M6 34V28M38 34V28" },
  piers: { own: "M8 12h6v20H8zM19 12h6v20h-6zM30 12h6v20h-6z", around: "M2 16h40" },
  piles: { own: "M9 10h5v22l-2.5 4L9 32zM29 10h5v22l-2.5 4L29 32z", around: "M4 8h36M2 20h40" },
  layer: { own: "M4 20h36v8H4z", around: "M4 12h36v8M6 32h3M16 32h3M26 32h3M36 32h3" },
  steel: { own: "M4 20h36v3H4z", around: "M2 12h40M2 30h40M10 23v7M22 23v7M34 23v7" },
  embeds: { own: "M12 6h4v20h-6M30 6h4v20h-6", around: "M2 14h40M2 30h40" },
  recess: { own: "M2 12h12v7h16v-7h12v14H2z", around: "M2 30h40" },
  curb: { own: "M16 10h10v14H16z", around: "M2 24h40M2 32h40" },
  grade: { own: "M12 16l30 8v10H12z", around: "M4 4v30h8V4M12 16h28" },
  marks: { own: "M20 18h4v4h-4z", around: "M6 6v28h32V6M2 20h40" },
  screed: { own: "M2 14h40v5H2z", around: "M8 19v12M22 19v12M36 19v12" },
  finished: { own: "M2 16q10-4 20 0t20 0v5H2z", around: "M2 12h40" },
};

export function KindMark({ kind }: { kind: keyof typeof SECTIONS }) {
  const palette = usePalette();
  const { own, around } = SECTIONS[kind];
  return (
    <svg width={44} height={40} viewBox="0 0 44 38" aria-hidden style={{ flexShrink: 0 }}>
      <path
        d={own}
        fill={kind === "lot" ? "none" : palette.peg}
        stroke={palette.text.primary}
        strokeWidth={2}
        strokeLinejoin="round"
        strokeDasharray={kind === "lot" ? "7 3 2 3" : undefined}
      />
      {around && <path d={around} fill="none" stroke={palette.text.primary} strokeWidth={1.8} />}
    </svg>
  );
}
