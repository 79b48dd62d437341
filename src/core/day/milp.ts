/** A mixed integer programme as sparse rows, built column by column and row by row; who solves it is nobody's business here. */
export interface Milp {
  readonly columns: number;
  readonly rows: number;
  readonly cost: Float64Array;
  readonly lower: Float64Array;
  readonly upper: Float64Array;
  /** 1: whole numbers only. */
  readonly whole: Uint8Array;
  readonly rowLower: Float64Array;
  readonly rowUpper: Float64Array;
  /** Entries of row i are starts[i] up to starts[i + 1]. */
  readonly starts: Int32Array;
  readonly indices: Int32Array;
  readonly values: Float64Array;
}
export type Term = readonly [column: number, value: number];

export class MilpBuilder {
  private readonly cost: number[] = [];
  private readonly upper: number[] = [];
  private readonly whole: number[] = [];
  private readonly rowLower: number[] = [];
  private readonly rowUpper: number[] = [];
  private readonly starts: number[] = [0];
  private readonly indices: number[] = [];
  private readonly values: number[] = [];

  /** From 0 to `upper`; its number. */
  column(cost: number, { upper = 1, whole = true }: { readonly upper?: number; readonly whole?: boolean } = {}): number {
    this.cost.push(cost);
    this.upper.push(upper);
    this.whole.push(whole ? 1 : 0);
    return this.cost.length - 1;
  }
  /** A column twice in a row is added up: solvers refuse it otherwise. Rows of nothing are left out. */
  row(lower: number, upper: number, terms: readonly Term[]): void {
    if (terms.length === 0) return;
    const sums = new Map<number, number>();
    for (const [column, value] of terms) sums.set(column, (sums.get(column) ?? 0) + value);
    for (const [column, value] of sums)
      if (value !== 0) {
        this.indices.push(column);
        this.values.push(value);
      }
    this.starts.push(this.indices.length);
    this.rowLower.push(lower);
    this.rowUpper.push(upper);
  }
  build(): Milp {
    const columns = this.cost.length;
    return {
      columns,
      rows: this.rowLower.length,
      cost: Float64Array.from(this.cost),
      lower: new Float64Array(columns),
      upper: Float64Array.from(this.upper),
      whole: Uint8Array.from(this.whole),
      rowLower: Float64Array.from(this.rowLower),
      rowUpper: Float64Array.from(this.rowUpper),
      starts: Int32Array.from(this.starts),
      indices: Int32Array.from(this.indices),
      values: Float64Array.from(this.values),
    };
  }
}
