/** One file that needs nothing beside it. @param home the project */
export declare const bundleWheel: (home: string, outfile: string) => Promise<void>;
