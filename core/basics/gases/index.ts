/** Gases: what they are, how much a cylinder holds, what a meter truly says, how long the supply lasts. */
export { containers, type Container } from './containers';
export { AIR_OXYGEN_PPM, density, gasNames, gasRefusal, gasSchema, molarMass, settles, type Gas } from './gas';
export {
  meterCheckSchema,
  meterFactor,
  meterNames,
  meterSchema,
  meterState,
  meterVerdict,
  OFF,
  readsOff,
  setPoint,
  type Meter,
  type MeterCheck,
  type MeterState,
} from './meters';
export { compressibility, cylinderContent, frostPoint, frostPointPpm, liquidYield, pressureAt, REFERENCE } from './real';
export {
  cylinderReadingSchema,
  cylinderSchema,
  LEAST,
  left,
  leftNow,
  NEARLY_EMPTY,
  readingRefusal,
  supplyAdvice,
  cylinderText,
  type Cylinder,
  type CylinderReading,
  type Draw,
  type SupplyAdvice,
} from './supply';
