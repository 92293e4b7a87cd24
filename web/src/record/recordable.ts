import type { Reference } from "../api/client";
import { useFloor } from "../frame/workbench";

type Catalogue = Reference["catalogue"];

/** The codecs that a recorder records, and the cards and drives that go into it, as the server says. */
export function useRecordable(device: string): Pick<Catalogue, "codecs" | "media"> {
  const { build, reference } = useFloor();
  const placement = build.placements.find((other) => other.id === device);
  const choosable = placement && reference.choosable[placement.device];
  const { codecs, media } = reference.catalogue;
  return {
    codecs: codecs.filter((codec) => choosable?.codecs?.includes(codec.id)),
    media: media.filter((medium) => choosable?.media?.includes(medium.id)),
  };
}
