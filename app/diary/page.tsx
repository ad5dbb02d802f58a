import { todayIn } from "@/core/planning/today";
import { Diary } from "@/screens/diary/diary";
import { readDiary } from "@/store/diary";
import { readSettings } from "@/store/settings";

export const dynamic = "force-dynamic";

const Page = async () => {
  const settings = await readSettings();
  const diary = await readDiary(settings, todayIn(settings.timeZone));
  return <Diary diary={diary} />;
};
export default Page;
