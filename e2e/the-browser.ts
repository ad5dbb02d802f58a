/** What Playwright turns off where nothing else is told; told once more because a list of our own takes its place. */
const USUALLY_OFF = [
  ...["AvoidUnnecessaryBeforeUnloadCheckSync", "DestroyProfileOnBrowserClose", "HttpsUpgrades", "LensOverlay"],
  ...["HttpsFirstBalancedModeAutoEnable", "MediaRouter", "PaintHolding", "ThirdPartyStoragePartitioning", "AimEnabled"],
  ...["AvoidCorsURLLoaderRestartOnRedirect", "TcpPortRandomizationWin", "OptimizationHints", "PreconnectToSearch"],
  "NetworkTimeServiceQuerying",
];
/** What drops down under the address is a page of the browser's own: drawn for every window, it takes longer than most of ours. */
const ADDRESS_BAR = ["WebUIOmniboxPopup", "WebUIOmniboxAimPopup"];

/** Debian's Chromium, asking nobody outside. */
export const THE_BROWSER = {
  executablePath: "/usr/bin/chromium",
  args: [
    ...["--no-sandbox", "--disable-background-networking", "--disable-component-update", "--disable-sync"],
    `--disable-features=${[...USUALLY_OFF, ...ADDRESS_BAR].join(",")}`,
  ],
};
