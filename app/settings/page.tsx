import { SettingsPage } from "@/screens/settings/settings-page";
import { readSettings } from "@/store/settings";

export const dynamic = "force-dynamic";

const Page = async () => <SettingsPage settings={await readSettings()} />;
export default Page;
