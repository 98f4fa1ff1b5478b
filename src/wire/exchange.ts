/** Which database signed a file, as far as this one knows it. */
export type SignedBy = {
  readonly is: "this database" | "known" | "unknown" | "nobody";
  /** What the owner calls it, where it is known. */
  readonly name: string | null;
  readonly fingerprint: string | null;
};

/** A database whose key the owner has entered. */
export type KnownDatabase = { readonly fingerprint: string; readonly name: string; readonly at: string };

export type Databases = {
  /** The fingerprint of this database's own key, to be read out. */
  readonly own: string;
  readonly known: readonly KnownDatabase[];
};
