export interface Issue {
  readonly path: readonly PropertyKey[];
  readonly message: string;
}

/** As much of a schema as is needed to read with it; the schemas' own type is too much for the compiler to infer from. */
export interface Schema<T> {
  readonly safeParse: (
    content: unknown,
  ) =>
    | { readonly success: true; readonly data: T }
    | { readonly success: false; readonly error: { readonly issues: readonly Issue[] } };
}
