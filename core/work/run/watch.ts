/** What is watched while a purge runs: its flow, its bottle, the pump that measures it. */
import type { Size } from '../../basics/sizes';
import { show } from '../../basics/units';
import { TURN_SPEED } from '../../models/heat';

/** A measured flow further off than this share of the set-up's is said. Common practice allows a float tube a tenth; the rest is judgement. */
const FLOW_OFF = 0.2;
/** @param measured m³/s @param wanted m³/s, by the set-up */
export const flowOff = (measured: number, wanted: number): boolean => Math.abs(measured / wanted - 1) > FLOW_OFF;

/** m³ until the gas may go off: once round at a hand's speed (models/heat) and the hold. */
export const gasToEnd = (flow: number, { od }: Size, holdSeconds: number): number => flow * ((Math.PI * od) / TURN_SPEED + holdSeconds);

/** A pump that takes more than this share of what the vent passes sucks air in past the hose. Judgement, no source. */
const PUMP_MOST = 0.8;
/** What is said of a monitor whose pump draws too much; null when it does not. @param flow of the whole purge, m³/s */
export const pumpWords = ({ name, sampleFlow }: { name: string; sampleFlow: number }, flow: number): string | null =>
  sampleFlow > PUMP_MOST * flow
    ? `The pump of ${name} draws ${show(sampleFlow, 'flow', 'metric')}, nearly all or more than the vent passes: it would suck air in.`
    : null;
