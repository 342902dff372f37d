import { Graph, layout } from "@dagrejs/dagre";
import type { SectionBox, SectionLink } from "@mirvek/core/job";

interface Placed {
  /** middle of each box, by its id */
  at: ReadonlyMap<string, { x: number; y: number }>;
  width: number;
  height: number;
}

export const BOX = { width: 116, height: 78 } as const;
const GAP = { rank: 16, node: 12, rows: 34 } as const;

/** Power in the upper row, sound in the lower, each from left to right; channels of their own one under the other. */
export function placeSections(
  boxes: readonly SectionBox[],
  links: readonly SectionLink[],
  givesPower: (box: SectionBox) => boolean,
): Placed {
  const supply = placeRow(boxes.filter(givesPower), links);
  const sound = placeRow(
    boxes.filter((b) => !givesPower(b)),
    links,
  );
  const below = supply.height === 0 ? 0 : supply.height + GAP.rows;
  const at = new Map(supply.at);
  for (const [id, { x, y }] of sound.at) at.set(id, { x, y: y + below });
  return { at, width: Math.max(supply.width, sound.width), height: below + sound.height };
}

function placeRow(boxes: readonly SectionBox[], links: readonly SectionLink[]): Placed {
  if (boxes.length === 0) return { at: new Map(), width: 0, height: 0 };
  const graph = new Graph();
  graph.setGraph({ rankdir: "LR", ranksep: GAP.rank, nodesep: GAP.node, edgesep: 4 });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const b of boxes) graph.setNode(b.id, { ...BOX });
  const here = new Set(boxes.map((b) => b.id));
  for (const l of links) if (here.has(l.from) && here.has(l.to)) graph.setEdge(l.from, l.to);
  layout(graph);
  const { width = 0, height = 0 } = graph.graph();
  return { at: new Map(boxes.map((b) => [b.id, { x: graph.node(b.id).x, y: graph.node(b.id).y }])), width, height };
}
