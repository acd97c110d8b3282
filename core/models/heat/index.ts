/** Heat of the weld: the trade's starting figures, and what the moving arc does to plate and tube. */
export * from './starting';
export { constantsOf, limitOf, LENIENT, meanOver, type Constants } from './constants';
export { arcVoltage, currentFor, EFFICIENCY, lossOf, netPowerOf, spotOf } from './arc';
export { scaledK0 } from './bessel';
export { finitePlate, thickPlate, thinPlate, type Source } from './steady';
export { penetrating, poolOf, type Pool } from './pool';
export { craterTime, lambertW, TAIL_POWER, tailOf, type Tail } from './tail';
export { riseAt, riseField, type Course, type Grid } from './moving';
export { ownPreheat, ringTime, taperOf, turnOf } from './ring';
export { peakBeside, type Beside } from './peak';
export { interpassTime, passesCool } from './passes';
export { heatOf, TooCold, type Heat, type HeatAsked, type Range } from './weld';
