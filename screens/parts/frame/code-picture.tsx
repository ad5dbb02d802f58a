"use client";
import { create } from "qrcode";

/** An address as a picture for a camera: dark where the code is, whatever the page's colours. */
export const CodePicture = ({ text }: { text: string }) => {
  const { modules } = create(text, { errorCorrectionLevel: "M" });
  const { size, data } = modules;
  const dark: string[] = [];
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) if (data[y * size + x]) dark.push(`M${x + 4} ${y + 4}h1v1h-1z`);
  return (
    <svg
      viewBox={`0 0 ${size + 8} ${size + 8}`}
      className="w-64 max-w-full"
      role="img"
      aria-label="the code as a picture for a camera"
    >
      <path d={`M0 0h${size + 8}v${size + 8}h-${size + 8}z`} fill="#f5f2ea" />
      <path d={dark.join("")} fill="#1e2526" shapeRendering="crispEdges" />
    </svg>
  );
};
