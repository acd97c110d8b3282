/** Gases: what they are, how much a cylinder holds, what a meter truly says, how long the supply lasts. */
export { AIR_OXYGEN_PPM, density, gasNames, gasRefusal, gasSchema, molarMass, settles, type Gas } from './gas';
export {
  meterCheckSchema,
  meterFactor,
  meterNames,
  meterSchema,
  meterState,
  setPoint,
  type Meter,
  type MeterCheck,
  type MeterState,
} from './meters';
export { compressibility, cylinderContent, frostPoint, frostPointPpm, liquidYield, pressureAt, REFERENCE } from './real';
export {
  cylinderReadingSchema,
  cylinderSchema,
  gasForWeld,
  LEAST,
  left,
  leftNow,
  needOf,
  readingRefusal,
  supplyAdvice,
  type Cylinder,
  type CylinderReading,
  type Draw,
  type Need,
  type SupplyAdvice,
} from './supply';
