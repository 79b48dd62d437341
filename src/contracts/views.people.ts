/** Somebody's own sign-in, as they see it. */
export interface SignedInView {
  readonly id: string;
  /** Both by the barn's clock, in words. */
  readonly since: string;
  readonly seen: string;
  /** What the browser says of itself; may be empty. */
  readonly device: string;
  readonly address: string;
  readonly own: boolean;
}
export type SecondProofView =
  | { readonly state: "off" }
  /** To be read by an authenticator, and not proven yet. */
  | { readonly state: "begun"; readonly secret: string; readonly address: string }
  | { readonly state: "on"; readonly codesLeft: number };
export interface AccountView {
  readonly signIn: string;
  readonly sessions: readonly SignedInView[];
  /** Null: not offered to this role. */
  readonly secondProof: SecondProofView | null;
}
