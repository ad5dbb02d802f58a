import { todayIn } from "@/core/planning/today";
import { readShopFigures } from "@/record/shop-figures";
import { FiguresPage } from "@/screens/figures/figures-page";
import { readSettings } from "@/store/settings";

export const dynamic = "force-dynamic";

const Page = async () => <FiguresPage figures={await readShopFigures(todayIn((await readSettings()).timeZone))} />;
export default Page;
