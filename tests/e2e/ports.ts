/** Addresses of the system under test, all on loopback. */
export const ports = { control: 43900, first: 43901, second: 43902, bay1: 43903, bay2: 43904, flow: 43905, foot: 43906, clamp: 43907 };
const at = (port: number) => `http://127.0.0.1:${port}`;
/** two application processes on one database */
export const FIRST = at(ports.first);
export const SECOND = at(ports.second);
export const CONTROL = at(ports.control);
export const BAY2 = at(ports.bay2);
export const FLOW = at(ports.flow);
export const FOOT = at(ports.foot);
export const CLAMP = at(ports.clamp);
