import { answer } from "@/app/api/answer";
import { practiceWheel } from "@/record/practice-wheel";
import { spokeAsked } from "../spoke-asked";

const hundredth = (x: number): number => Math.round(x * 100) / 100;

/** What the instruments show of the practice wheel over a spoke: dials and flip gauge mm, gauge N, torque key Nm. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const stand = await practiceWheel((await params).id);
    const spoke = spokeAsked(request, stand.wheel.rim.holes);
    return {
      lateral: hundredth(stand.readLateral(spoke)),
      radial: hundredth(stand.readRadial(spoke)),
      offset: hundredth(stand.readOffset()),
      tension: Math.round(stand.readTension(spoke) / 10) * 10,
      torque: hundredth(stand.readTorque(spoke)),
    };
  });
