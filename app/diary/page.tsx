import { todayIn } from "@/core/planning/today";
import { readDiary } from "@/record/diary";
import { Diary } from "@/screens/diary/diary";
import { readSettings } from "@/store/settings";
import { listsMark } from "@/store/watching";

export const dynamic = "force-dynamic";

const Page = async () => {
  // Before the wheels: what changes in between is told again.
  const mark = await listsMark();
  const settings = await readSettings();
  const diary = await readDiary(settings, todayIn(settings.timeZone));
  return <Diary diary={diary} mark={mark} />;
};
export default Page;
