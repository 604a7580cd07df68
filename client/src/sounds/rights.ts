import type { Sound } from "../api/client";

/** Whether it is not known who made a sound or on what terms it may be used. */
export const isUnclear = ({ rights }: Sound) => (!rights.author && !rights.credit) || !rights.licence;
