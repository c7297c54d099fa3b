/** The shapes as the modules of `shapes` define them. */
import type { Kind } from "../../api/setup";
import type { ShapeModule } from "./shape";

const found = Object.values(import.meta.glob<ShapeModule<Kind>>("./shapes/*", { eager: true, import: "default" })).sort(
  (one, other) => one.rank - other.rank,
);

export const listShapes = () => found;

export function shapeOf(kind: Kind): ShapeModule<Kind> {
  const shape = found.find((each) => each.kind === kind);
  if (!shape) throw new Error(`No module in shapes draws a ${kind}.`);
  return shape;
}
