import { answer } from "@/app/api/answer";
import { listAnswer } from "@/app/api/file-answer";
import { DEED_WORDS } from "@/core/shop/deeds";
import { writeList } from "@/formats/lists/written";
import { listDeeds } from "@/store/sign-in/deeds";

/** More than a shop does in years. */
const MOST = 50_000;

/** Who did what that matters, as a list. */
export const GET = () =>
  answer(async () => {
    const deeds = await listDeeds(MOST);
    const columns = ["at", "who", "device", "what", "about"];
    return listAnswer("who did what", (decimal) =>
      writeList(
        decimal,
        columns,
        deeds.map(({ at, device, who, what, about }) => [at, who, device, DEED_WORDS[what], about]),
      ),
    );
  });
