/** Why a line to a device failed, in the words of the one who stands before it. */
export class LineError extends Error {
  constructor(
    readonly kind: 'no-answer' | 'slow' | 'refused' | 'garbage',
    readonly reason: string,
    readonly remedy: string,
  ) {
    super(reason)
  }
}
