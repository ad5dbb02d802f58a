import { SettingsPage } from "@/screens/settings/settings-page";
import { listGaugeTables } from "@/store/gauge-tables";
import { readSettings } from "@/store/settings";

export const dynamic = "force-dynamic";

const Page = async () => <SettingsPage settings={await readSettings()} gauges={await listGaugeTables()} />;
export default Page;
