import type { Problem } from './types'

/** An error from a problem document (RFC 9457), or a missing response. */
export class Failure extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly advice: string,
    readonly problems: Problem[] = [],
  ) {
    super(message)
  }
}

/** The server does not answer at all. */
export class Unreachable extends Failure {
  constructor() {
    super(0, 'The Plain Sieve server does not respond.', 'Check that it is running. Your work here is kept.')
  }
}

export function asFailure(error: unknown): Failure {
  return error instanceof Failure ? error : new Failure(0, String(error), '')
}

interface ProblemDocument {
  detail?: string
  title?: string
  advice?: string
  problems?: Problem[]
}

/** The failure that a response describes. */
export async function failureOf(response: Response): Promise<Failure> {
  const body = (await response.json().catch(() => ({}))) as ProblemDocument
  return new Failure(
    response.status,
    body.detail ?? body.title ?? `The server answered with ${response.status}.`,
    body.advice ?? '',
    body.problems ?? [],
  )
}
