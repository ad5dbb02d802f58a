import { answer } from "@/app/api/answer";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { STAGES, type Stage } from "@/core/wheel/stages";
import { stageData } from "@/record/stages/stage-data";

const isStage = (name: string): name is Stage => (STAGES as readonly string[]).includes(name);

/** What a stage's page shows, anew: the page asks for it whenever the record changed. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string; stage: string }> }) =>
  answer(async () => {
    const { id, stage } = await params;
    if (!isStage(stage))
      throw new BadInput("stage", `“${stage}” is no stage; ${STAGES.join(", ")}`, {
        code: "not-offered",
        given: stage,
        offered: STAGES,
      });
    const data = await stageData(stage, id);
    if (!data) throw notThere("job", "id");
    return data;
  });
