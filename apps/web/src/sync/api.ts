/** The server said no, in words. */
export class Refused {
  constructor(
    readonly status: number,
    readonly reason: string,
    readonly remedy: string,
  ) {}
}

/** The server did not answer. */
export class Offline {
  readonly reason = 'The server does not answer.'
  readonly remedy = 'What you entered is kept on this device and goes out when it answers again.'
}

export type Answer<T> = { ok: true; value: T } | { ok: false; error: Refused | Offline }

/** One call to the server. Never throws: a refusal and a dead line are answers. */
export async function api<T>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
  const init: RequestInit = { method, credentials: 'same-origin' }
  if (body instanceof Blob) init.body = body
  else if (body !== undefined) {
    init.body = JSON.stringify(body)
    init.headers = { 'content-type': 'application/json' }
  }
  try {
    const response = await fetch(path, init)
    if (response.ok) return { ok: true, value: (await response.json()) as T }
    // A gateway or a server on its way down: the same as no answer.
    if (response.status >= 500) return { ok: false, error: new Offline() }
    const problem = (await response.json().catch(() => ({}))) as { title?: string; detail?: string }
    return {
      ok: false,
      error: new Refused(
        response.status,
        problem.title ?? `The server answered ${response.status}.`,
        problem.detail ?? 'Try again.',
      ),
    }
  } catch {
    return { ok: false, error: new Offline() }
  }
}
