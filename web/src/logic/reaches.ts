/** What the chosen step's region looks like as lines on the panel, and what becomes of it when one of them is moved. Millimetres. */
import type { Mask, Schemas } from "../api/models";
import { t } from "../words";

export type Region = Schemas["Brush"]["region"];

export interface ReachLine {
  key: string;
  /** What it is, for who cannot see it. */
  name: string;
  /** How far it lies along the region's own measure. */
  mm: number;
  /** Strongest up to here, or faded away here. */
  kind: "strongest" | "faded";
  /** Where its handle stands, and the unit way in which the measure grows. */
  at: { x: number; y: number };
  way: { x: number; y: number };
  /** The line as a path; empty where only the handle is drawn. */
  path: string;
  /** The region with this line at another measure. */
  moved(mm: number): Region;
}

interface Panel {
  width: number;
  height: number;
}
type Axis = { from: { x: number; y: number }; way: { x: number; y: number }; span: number };

/** A band that ends this near to the far edge is brushed over it, as the core has it. */
const RUNS_OFF_MM = 0.5;

const EDGES: Record<Schemas["Band"]["edge"], (panel: Panel) => Axis> = {
  top: ({ width, height }) => ({ from: { x: width / 2, y: 0 }, way: { x: 0, y: 1 }, span: height }),
  bottom: ({ width, height }) => ({ from: { x: width / 2, y: height }, way: { x: 0, y: -1 }, span: height }),
  left: ({ width, height }) => ({ from: { x: 0, y: height / 2 }, way: { x: 1, y: 0 }, span: width }),
  right: ({ width, height }) => ({ from: { x: width, y: height / 2 }, way: { x: -1, y: 0 }, span: width }),
};

/** The line through the panel's middle along which a slanting band is measured, from its furthest corner. */
function slanting(degrees: number, { width, height }: Panel): Axis {
  const turn = (degrees * Math.PI) / 180;
  const way = { x: -Math.sin(turn), y: Math.cos(turn) };
  const corner = { x: way.x >= 0 ? 0 : width, y: way.y >= 0 ? 0 : height };
  const ahead = (width / 2 - corner.x) * way.x + (height / 2 - corner.y) * way.y;
  return {
    from: { x: width / 2 - way.x * ahead, y: height / 2 - way.y * ahead },
    way,
    span: Math.abs(way.x) * width + Math.abs(way.y) * height,
  };
}

function across({ from, way }: Axis, mm: number, panel: Panel): Pick<ReachLine, "at" | "way" | "path"> {
  const at = { x: from.x + way.x * mm, y: from.y + way.y * mm };
  const far = panel.width + panel.height;
  const [dx, dy] = [-way.y * far, way.x * far];
  return { at, way, path: `M${at.x - dx} ${at.y - dy}L${at.x + dx} ${at.y + dy}` };
}

function ofBand(band: Schemas["Band"] | Schemas["Slant"], axis: Axis, panel: Panel): ReachLine[] {
  const lead = band.lead_in_mm ?? 0;
  const carry = band.carry_mm ?? 0;
  const line = (
    key: string,
    name: string,
    mm: number,
    kind: ReachLine["kind"],
    moved: ReachLine["moved"],
  ) => ({
    key,
    name,
    mm,
    kind,
    moved,
    ...across(axis, mm, panel),
  });
  const lines: ReachLine[] = [];
  if (band.start_mm > 0) {
    lines.push(
      line("start", t("logic.reaches.strongestFrom"), band.start_mm, "strongest", (mm) => ({
        ...band,
        start_mm: Math.min(Math.max(0, mm), band.end_mm),
      })),
      line("lead", t("logic.reaches.comingInFrom"), band.start_mm - lead, "faded", (mm) => ({
        ...band,
        lead_in_mm: Math.max(0, band.start_mm - mm),
      })),
    );
  }
  if (band.end_mm <= axis.span - RUNS_OFF_MM) {
    lines.push(
      line("end", t("logic.reaches.strongestTo"), band.end_mm, "strongest", (mm) => ({
        ...band,
        end_mm: Math.max(mm, band.start_mm),
      })),
      line("carry", t("logic.reaches.fadedAwayAt"), band.end_mm + carry, "faded", (mm) => ({
        ...band,
        carry_mm: Math.max(0, mm - band.end_mm),
      })),
    );
  }
  return lines;
}

function ofVignette(region: Schemas["Vignette"], panel: Panel): ReachLine[] {
  const reach = region.reach_mm;
  const [w, h] = [panel.width - 2 * reach, panel.height - 2 * reach];
  const inner = w > 0 && h > 0 ? `M${reach} ${reach}h${w}v${h}h${-w}Z` : "";
  const corners = `M${reach} 0A${reach} ${reach} 0 0 1 0 ${reach}M${panel.width - reach} 0A${reach} ${reach} 0 0 0 ${panel.width} ${reach}M0 ${panel.height - reach}A${reach} ${reach} 0 0 1 ${reach} ${panel.height}M${panel.width} ${panel.height - reach}A${reach} ${reach} 0 0 0 ${panel.width - reach} ${panel.height}`;
  return [
    {
      key: "reach",
      name: t("logic.reaches.fadedAwayAt"),
      mm: reach,
      kind: "faded",
      at: region.origin === "corners" ? { x: reach, y: 0 } : { x: panel.width / 2, y: reach },
      way: region.origin === "corners" ? { x: 1, y: 0 } : { x: 0, y: 1 },
      path: region.origin === "corners" ? corners : inner,
      moved: (mm) => ({ ...region, reach_mm: Math.max(1, mm) }),
    },
  ];
}

function ofHalo(region: Schemas["Halo"], mask: Schemas["Disc"]): ReachLine {
  const from = mask.diameter_mm / 2;
  const r = from + region.reach_mm;
  return {
    key: "reach",
    name: t("logic.reaches.fadedAwayAt"),
    mm: region.reach_mm,
    kind: "faded",
    at: { x: mask.x_mm, y: mask.y_mm - r },
    way: { x: 0, y: -1 },
    path: `M${mask.x_mm - r} ${mask.y_mm}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`,
    moved: (mm) => ({ ...region, reach_mm: Math.max(1, mm) }),
  };
}

/** The lines of a region, outermost last; none of a region that has no measure of its own. */
export function reachLines(region: Region, panel: Panel, masks: readonly Mask[]): ReachLine[] {
  switch (region.over) {
    case "band":
      return ofBand(region, EDGES[region.edge](panel), panel);
    case "slant":
      return ofBand(region, slanting(region.angle_deg, panel), panel);
    case "vignette":
      return ofVignette(region, panel);
    case "halo": {
      const mask = masks.find(({ key }) => key === region.mask);
      return mask?.shape === "disc" ? [ofHalo(region, mask)] : [];
    }
    default:
      return [];
  }
}
