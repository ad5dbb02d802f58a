import { FiguresPage } from "@/screens/figures/figures-page";
import { readShopFigures } from "@/store/shop-figures";

export const dynamic = "force-dynamic";

const Page = async () => <FiguresPage figures={await readShopFigures(new Date().toISOString().slice(0, 10))} />;
export default Page;
