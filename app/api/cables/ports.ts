import { type Port, portsHere } from "@/cables/ports";
import { environment } from "@/store/environment";

/** What a gauge can be plugged into: of the machine the shop runs on, whoever asks. */
export const ports = (): readonly Port[] => {
  const { TALL_COMPASS_DATA: folder, TALL_COMPASS_SHOP: oneOfSeveral } = environment();
  // Of a machine that serves several shops none may listen to what is plugged into it: it could be another's.
  return oneOfSeveral === undefined ? portsHere(folder) : [];
};
