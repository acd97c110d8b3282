/** Something found by a few letters of its name. */
export type Found = {
  /** weld, spool, person, or the kind of the register it stands in */
  kind: string;
  label: string;
  about: string;
  href: string;
};
