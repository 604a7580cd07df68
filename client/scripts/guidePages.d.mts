import type { Plugin } from "vite";

export declare const guidePages: () => Plugin;
