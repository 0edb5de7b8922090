/** A refusal of the server: what is wrong, and with which field. */
export class Refusal extends Error {
  constructor(
    readonly code: string,
    readonly field: string,
    message: string,
    readonly theirs?: Record<string, unknown>,
    /** What the message calls the field; a form puts its own label there. */
    readonly label?: string,
    /** Of the answer; none where none came. */
    readonly status?: number,
  ) {
    super(message)
  }
}
