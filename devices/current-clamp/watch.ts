/** When is a current an arc? Pure: time is passed in. */

export type Rule = {
  /** A: more is an arc, less than half of it is none; between the two nothing changes */
  threshold: number;
  /** ms it must stand so */
  debounce: number;
};
export const defaults: Rule = { threshold: 8, debounce: 300 };

export type ArcWatch = {
  on: boolean;
  /** @returns the watch after a look, and the arc that has just begun or ended, dated from its first moment */
  see: (amps: number, at: number) => [ArcWatch, { arc: 'on' | 'off'; at: number; amps: number } | null];
};

export function arcWatch(rule: Rule, on = false, turning: number | null = null): ArcWatch {
  return {
    on,
    see: (amps, at) => {
      const turns = on ? amps < rule.threshold / 2 : amps > rule.threshold;
      if (!turns) return [arcWatch(rule, on, null), null];
      const since = turning ?? at;
      if (at - since < rule.debounce) return [arcWatch(rule, on, since), null];
      return [arcWatch(rule, !on, null), { arc: on ? 'off' : 'on', at: since, amps }];
    },
  };
}
