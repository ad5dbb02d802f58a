import { answer, change, idSchema, readBody } from "@/app/api/answer";
import { eventStream } from "@/app/api/event-stream";
import { besideSchema } from "@/core/beside/words";
import { BadInput } from "@/core/wheel/bad-input";
import { parseWith } from "@/core/wheel/parse-with";
import { hearBeside, sayBeside } from "@/store/ear-words";

type At = { params: Promise<{ channel: string }> };

/** ms between two signs of life. */
const BEAT = 1000;

/** Says something to the other device at this wheel. */
export const POST = (request: Request, { params }: At) =>
  change(async () => sayBeside(parseWith(idSchema, (await params).channel), await readBody(request, besideSchema)));

/** What the other one says, `walk` or `ear`, as it says it (server-sent events). */
export const GET = (request: Request, { params }: At) =>
  answer(async () => {
    const channel = parseWith(idSchema, (await params).channel);
    const from = new URL(request.url).searchParams.get("from");
    if (from !== "walk" && from !== "ear")
      throw new BadInput("from", `${from} will not do; walk or ear`, { code: "unreadable" });
    return eventStream(request, (tell) => {
      let beat = 0;
      return hearBeside(
        channel,
        from,
        (words) => tell("words", words),
        () => {
          if (Date.now() - beat < BEAT) return;
          beat = Date.now();
          tell("beat", {});
        },
      );
    });
  });
