/** In tests an id may be written as it is; kinds still do not mix. */
export type Id<Kind extends string> = string & { readonly kind?: Kind }
