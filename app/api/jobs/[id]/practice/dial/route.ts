import { answer } from "@/app/api/answer";
import { BadInput } from "@/core/wheel/bad-input";
import { practiceWheel } from "@/record/practice-wheel";

const hundredth = (mm: number): number => Math.round(mm * 100) / 100;

/** What the dials and the flip gauge show of the practice wheel over a spoke, mm, to a division. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const stand = await practiceWheel((await params).id);
    const spoke = Number(new URL(request.url).searchParams.get("spoke"));
    const { holes } = stand.wheel.rim;
    if (!Number.isInteger(spoke) || spoke < 1 || spoke > holes)
      throw new BadInput("spoke", `${spoke} is no spoke of this wheel; give 1 to ${holes}`, {
        code: "out-of-range",
        given: spoke,
        from: 1,
        to: holes,
      });
    return {
      lateral: hundredth(stand.readLateral(spoke)),
      radial: hundredth(stand.readRadial(spoke)),
      offset: hundredth(stand.readOffset()),
    };
  });
