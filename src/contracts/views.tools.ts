/** What the Barn tools are handed. */
export interface ToolsView {
  /** Riders with their weight, tack included: everybody's to the manager, their own to others. */
  readonly people: readonly { readonly name: string; readonly weightKg: number }[];
}
