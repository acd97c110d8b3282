/**
 * Addresses of the system under test, all on loopback. Several can run side by side, each with a shop of its own (SHOP=0, 1, 2):
 * a database, processes, devices, and its share of the tests.
 */
export const SHOP = Number(process.env['SHOP'] ?? 0);
// Below the ports a system hands out by itself (32768 and up, Linux): one of those may be taken by any connection.
const base = 18900 + 10 * SHOP;
export const ports = {
  ...{ control: base, first: base + 1, second: base + 2 },
  ...{ bay1: base + 3, bay2: base + 4, flow: base + 5, foot: base + 6, clamp: base + 7 },
};
const at = (port: number) => `http://127.0.0.1:${port}`;
/** Is this an address of this shop? */
export const ours = (url: string): boolean => Object.values(ports).some((port) => url.startsWith(at(port)));
/** two application processes on one database */
export const FIRST = at(ports.first);
export const SECOND = at(ports.second);
export const CONTROL = at(ports.control);
export const BAY2 = at(ports.bay2);
export const FLOW = at(ports.flow);
export const FOOT = at(ports.foot);
export const CLAMP = at(ports.clamp);
