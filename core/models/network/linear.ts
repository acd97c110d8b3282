/**
 * Sparse LU for matrices whose pattern is a graph with symmetric structure: chains with a few branches and loops.
 * Elimination by least degree (Tinney & Walker 1967); the pattern is worked out once, numbers many times.
 */
export type SparseLU = {
  /** diagonal first, then for every pair the entry (a, b) and after it (b, a) */
  values: Float64Array;
  /** index in `values` of the entry (a, b) of pair p as given; (b, a) is one further, or one before when `swapped` */
  at: Int32Array;
  swapped: Uint8Array;
  factor: () => void;
  /** Solves in place. */
  solve: (x: Float64Array) => void;
};

/** @param pairs off-diagonal pattern, each unordered pair once; a pair may be repeated (parallel edges) */
export function sparseLU(n: number, pairs: readonly (readonly [number, number])[]): SparseLU {
  const slot = new Map<number, number>();
  const keyOf = (a: number, b: number) => (a < b ? a * n + b : b * n + a);
  const neighbours: Set<number>[] = Array.from({ length: n }, () => new Set<number>());
  let size = n;
  const slotOf = (a: number, b: number): number => {
    const key = keyOf(a, b);
    let s = slot.get(key);
    if (s === undefined) {
      s = size;
      size += 2;
      slot.set(key, s);
    }
    return a < b ? s : s + 1;
  };
  const at = new Int32Array(pairs.length);
  const swapped = new Uint8Array(pairs.length);
  for (const [i, [a, b]] of pairs.entries()) {
    at[i] = slotOf(a, b);
    swapped[i] = a < b ? 0 : 1;
    neighbours[a]?.add(b);
    neighbours[b]?.add(a);
  }

  // Buckets by degree keep the search for the least one short.
  const buckets: Set<number>[] = [];
  const bucket = (d: number): Set<number> => (buckets[d] ??= new Set());
  for (let i = 0; i < n; i++) bucket((neighbours[i] as Set<number>).size).add(i);
  const order = new Int32Array(n);
  const scaleOps: number[] = []; // k, index of L(u,k)
  const updateOps: number[] = []; // L(u,k), U(k,v), target
  const starts: number[] = []; // per step: where its ops begin
  const updateStarts: number[] = [];
  const forward: number[] = []; // u, L(u,k) by step
  const upper: number[] = []; // U(k,u) beside it
  for (let step = 0; step < n; step++) {
    let d = 0;
    while (!buckets[d]?.size) d++;
    const k = (buckets[d] as Set<number>).values().next().value as number;
    (buckets[d] as Set<number>).delete(k);
    order[step] = k;
    starts.push(forward.length / 2);
    updateStarts.push(updateOps.length / 3);
    const higher = [...(neighbours[k] as Set<number>)];
    for (const u of higher) {
      scaleOps.push(slotOf(u, k));
      forward.push(u, slotOf(u, k));
      upper.push(slotOf(k, u));
      for (const v of higher) updateOps.push(slotOf(u, k), slotOf(k, v), u === v ? u : slotOf(u, v));
    }
    for (const u of higher) {
      const set = neighbours[u] as Set<number>;
      bucket(set.size).delete(u);
      set.delete(k);
      for (const v of higher) if (v !== u) set.add(v);
      bucket(set.size).add(u);
    }
  }
  starts.push(forward.length / 2);
  updateStarts.push(updateOps.length / 3);

  const values = new Float64Array(size);
  const [start, updateStart] = [Int32Array.from(starts), Int32Array.from(updateStarts)];
  const [scale, update, ahead, above] = [
    Int32Array.from(scaleOps),
    Int32Array.from(updateOps),
    Int32Array.from(forward),
    Int32Array.from(upper),
  ];
  return {
    values,
    at,
    swapped,
    factor() {
      for (let step = 0; step < n; step++) {
        const inverse = 1 / (values[order[step] as number] as number);
        for (let i = start[step] as number, end = start[step + 1] as number; i < end; i++)
          (values[scale[i] as number] as number) *= inverse;
        for (let i = 3 * (updateStart[step] as number), end = 3 * (updateStart[step + 1] as number); i < end; i += 3)
          (values[update[i + 2] as number] as number) -=
            (values[update[i] as number] as number) * (values[update[i + 1] as number] as number);
      }
    },
    solve(x) {
      for (let step = 0; step < n; step++) {
        const xk = x[order[step] as number] as number;
        for (let i = start[step] as number, end = start[step + 1] as number; i < end; i++)
          (x[ahead[2 * i] as number] as number) -= (values[ahead[2 * i + 1] as number] as number) * xk;
      }
      for (let step = n - 1; step >= 0; step--) {
        const k = order[step] as number;
        let xk = x[k] as number;
        for (let i = start[step] as number, end = start[step + 1] as number; i < end; i++)
          xk -= (values[above[i] as number] as number) * (x[ahead[2 * i] as number] as number);
        x[k] = xk / (values[k] as number);
      }
    },
  };
}
