import type { MetadataRoute } from "next";
import { OPENED, SHARED_FIELD } from "@/core/shop/own-parts";

/** What a device is told that puts the shop on its home screen. */
const manifest = (): MetadataRoute.Manifest => ({
  name: "Tall Compass",
  short_name: "Tall Compass",
  description: "Measuring, lacing, tensioning and truing of motorcycle wheels at the bench",
  start_url: "/",
  scope: "/",
  display: "standalone",
  // As the paper of a page, which stands there before the first one is drawn.
  background_color: "#f5f2ea",
  theme_color: "#f5f2ea",
  icons: [
    { src: "/icon-192.png", sizes: "192x192", type: "image/png" },
    { src: "/icon-512.png", sizes: "512x512", type: "image/png" },
    { src: "/icon-masked-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
  ],
  shortcuts: [
    { name: "Jobs", url: "/" },
    { name: "Diary", url: "/diary" },
    { name: "Stock", url: "/stock" },
    { name: "Figures", url: "/figures" },
  ],
  // Job archives and wheel files are opened from where they lie; pictures come from whatever shows them.
  file_handlers: [{ action: OPENED, accept: { "application/zip": [".zip"], "application/json": [".json"] } }],
  share_target: {
    action: OPENED,
    method: "post",
    enctype: "multipart/form-data",
    params: { files: [{ name: SHARED_FIELD, accept: ["image/*"] }] },
  },
});
export default manifest;
