import { type Port, portsHere } from "@/cables/ports";
import { environment } from "@/store/environment";

/** What a gauge can be plugged into: of the machine the shop runs on, whoever asks. */
export const ports = (): readonly Port[] => portsHere(environment().TALL_COMPASS_DATA);
