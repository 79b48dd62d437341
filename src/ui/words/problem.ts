/** The one shape in which every endpoint says no. */
export interface Problem {
  readonly code: string;
  /** The field at fault, as 'stay.firstDay'; empty where it is none. */
  readonly path: string;
  readonly message: string;
}
export interface ProblemBody extends Problem {
  readonly issues?: readonly Problem[];
  /** With code 'changed-meanwhile': what stands now. */
  readonly current?: unknown;
}

export const problem = (status: number, body: ProblemBody): Response =>
  Response.json(body, { status, headers: { "Cache-Control": "no-store" } });
