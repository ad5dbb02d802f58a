import { CHAPTERS } from "@/core/shop/handbook";
import { handbookText, titleOf } from "@/formats/handbook";

export const chapters = () => CHAPTERS.map((name) => ({ name, title: titleOf(handbookText(name)) }));
