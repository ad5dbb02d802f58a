import { Diary } from "@/screens/diary/diary";
import { readDiary } from "@/store/diary";
import { readSettings } from "@/store/settings";

export const dynamic = "force-dynamic";

const Page = async () => {
  const settings = await readSettings();
  const diary = await readDiary(settings, new Date().toISOString().slice(0, 10));
  return <Diary diary={diary} benchMinutes={settings.benchMinutes} opensAt={settings.opensAt} />;
};
export default Page;
