import { handbookText } from "@/formats/handbook";
import { HandbookPage } from "@/screens/handbook/handbook-page";
import { chapters } from "./chapters";

const Page = () => <HandbookPage text={handbookText("README")} title="Handbook" chapters={chapters()} current={null} />;
export default Page;
