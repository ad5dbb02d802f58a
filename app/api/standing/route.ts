import { answer } from "@/app/api/answer";
import { scarceRoom } from "@/core/shop/room";
import type { Standing } from "@/core/shop/standing";
import { readEra } from "@/store/era";
import { whyHeldAnywhere } from "@/store/hold-writing";
import { roomOfRecord } from "@/store/room";

/** What every page shows of the shop as a whole. */
export const GET = () =>
  answer(
    async (): Promise<Standing> => ({
      era: await readEra(),
      held: await whyHeldAnywhere(),
      room: scarceRoom(roomOfRecord()),
    }),
  );
