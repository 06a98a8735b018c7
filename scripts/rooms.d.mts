export const CORE_ROOMS: readonly string[];
export const APART: readonly string[];
export const FINGERING_ROOMS: readonly string[];
export const SERVER_ROOMS: readonly string[];
export const WEB_ROOMS: readonly string[];
export const WEB_PLACES: readonly string[];
export const WEB_LOOK: readonly string[];
