/** A key on the dark strip. */
export const ON_RAIL = { color: "#fff", minWidth: 0, paddingInline: 1.5 } as const;
