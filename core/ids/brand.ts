declare const kind: unique symbol

/** A string that is an id of this kind and of no other: what comes from outside becomes one at the edge, by a cast. */
export type Id<Kind extends string> = string & { readonly [kind]: Kind }

type No<Given extends false> = Given
/** Fails to compile as soon as any text would do as an id, or one kind as another. */
export type TextsAreNoIds = No<string extends Id<'queue'> ? true : Id<'person'> extends Id<'queue'> ? true : false>
