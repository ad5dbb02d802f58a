import { Stock } from "@/screens/stock/stock";
import { listStock } from "@/store/stock";

export const dynamic = "force-dynamic";

const Page = async () => <Stock stock={await listStock()} />;
export default Page;
