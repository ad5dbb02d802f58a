import { answer } from "@/app/api/answer";
import { practiceWheel } from "@/record/practice-wheel";
import { spokeAsked } from "../spoke-asked";

const hundredth = (mm: number): number => Math.round(mm * 100) / 100;

/** What the dials and the flip gauge show of the practice wheel over a spoke, mm, to a division. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const stand = await practiceWheel((await params).id);
    const spoke = spokeAsked(request, stand.wheel.rim.holes);
    return {
      lateral: hundredth(stand.readLateral(spoke)),
      radial: hundredth(stand.readRadial(spoke)),
      offset: hundredth(stand.readOffset()),
    };
  });
