/** What a ladder of the shelf looks like: its targets where it has some, else itself as a ladder. */
import { useQuery } from "@tanstack/react-query";

import { libraryQuery } from "../../api/setup";
import type { Schemas } from "../../api/client";
import { Miniature } from "../board/Miniature";

interface ShelfPictureProps {
  picture: Schemas["Picture"];
  width?: number;
  height?: number;
}

export function ShelfPicture({ picture, width = 120, height = 130 }: ShelfPictureProps) {
  const library = useQuery(libraryQuery);
  const place = library.data?.find((each) => each.id === picture.place);
  const surface = place?.surfaces.find((each) => each.id === picture.zones[0]?.surface);
  return surface ? (
    <Miniature surface={surface} zones={picture.zones} width={width} height={height} />
  ) : (
    <div style={{ width, height, flex: "none" }} />
  );
}
