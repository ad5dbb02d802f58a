import { unparse } from "papaparse";
import { answer } from "@/app/api/answer";
import { DEED_WORDS } from "@/core/shop/deeds";
import { listDeeds } from "@/store/sign-in/deeds";

/** More than a shop does in years. */
const MOST = 50_000;

/** Who did what that matters, as a list. */
export const GET = () =>
  answer(async () => {
    const deeds = await listDeeds(MOST);
    const lines = deeds.map(({ at, device, who, what, about }) => ({ at, who, device, what: DEED_WORDS[what], about }));
    // Words of a spreadsheet's own are told as words (escapeFormulae).
    return new Response(unparse(lines, { escapeFormulae: true, newline: "\r\n" }), {
      headers: {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": 'attachment; filename="who-did-what.csv"',
      },
    });
  });
