import { SettingsPage } from "@/screens/settings/settings-page";
import { hasDemo } from "@/store/demo-shop";
import { listGaugeTables } from "@/store/gauge-tables";
import { readSettings } from "@/store/settings";

export const dynamic = "force-dynamic";

const Page = async () => (
  <SettingsPage settings={await readSettings()} gauges={await listGaugeTables()} demo={await hasDemo()} />
);
export default Page;
