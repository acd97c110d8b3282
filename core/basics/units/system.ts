/** Whose units: inches, CFH and °F, or millimetres, L/min and °C. */
export type System = 'inch' | 'metric';
