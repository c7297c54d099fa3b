/** What the board asks of a shape; `box` is what it reaches over on its surface. Each has one module in `shapes`, found by itself: a new one is a new file there. */
import type { ReactNode } from "react";

import type { Kind, LengthName, Shape, Surface, Zone } from "../../api/setup";
import type { Box, Handle, Point } from "./points";
import type { View } from "./view";

export type ShapeOf<K extends Kind> = Extract<Shape, { kind: K }>;
export type ZoneOf<K extends Kind> = Zone & { shape: ShapeOf<K> };
export type Limits = Partial<Record<LengthName, [least: number, most: number]>>;

export interface ShapeModule<K extends Kind> {
  kind: K;
  /** What one is called, and where the button that adds one stands among the others. */
  word: string;
  rank: number;
  /** What one is called on a surface, where that depends on it; and whether it is only set out there at first. */
  wordOn?(surface: Surface): string;
  isSetOutOn?(surface: Surface): boolean;
  /** Whether it spans the whole width of its surface, so that its middle across has no meaning. */
  runsAcross?: boolean;
  /** The share of its box, across and up, that words in it have room in; none where they stand beside it. */
  room: Point | null;
  /** Whether it can be divided into equal parts. */
  canDivide?: boolean;
  /** A new one, about so large. */
  first(sizeM: number, surface: Surface): ShapeOf<K>;
  /** How far it reaches from its middle, to the side and up. */
  half(shape: ShapeOf<K>, surface: Surface): Point;
  handles(zone: ZoneOf<K>, box: Box): Handle[];
  /** The target with a handle pulled to a spot on its surface; what lies opposite stays. */
  pulled(zone: ZoneOf<K>, handle: Handle["id"], to: Point, box: Box, surface: Surface): Zone;
  /** The target so much wider and higher, about its middle. */
  grown(zone: ZoneOf<K>, wider: number, higher: number, box: Box): Zone;
  /** Limits of its lengths on a surface, where they are not the usual ones. */
  limits?(surface: Surface): Limits;
  outline(zone: ZoneOf<K>, box: Box, view: View, colour: string): ReactNode;
}
