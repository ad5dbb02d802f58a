import { todayIn } from "@/core/planning/today";
import { FiguresPage } from "@/screens/figures/figures-page";
import { readSettings } from "@/store/settings";
import { readShopFigures } from "@/store/shop-figures";

export const dynamic = "force-dynamic";

const Page = async () => <FiguresPage figures={await readShopFigures(todayIn((await readSettings()).timeZone))} />;
export default Page;
