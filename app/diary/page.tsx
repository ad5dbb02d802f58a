import { todayIn } from "@/core/planning/today";
import { readDiary } from "@/record/diary";
import { Diary } from "@/screens/diary/diary";
import { readSettings } from "@/store/settings";

export const dynamic = "force-dynamic";

const Page = async () => {
  const settings = await readSettings();
  const diary = await readDiary(settings, todayIn(settings.timeZone));
  return <Diary diary={diary} />;
};
export default Page;
