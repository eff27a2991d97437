import { SIGN_HEIGHT, SIGN_WIDTH } from '@ingle/record'
import type { Scene } from './scene.ts'

/** A signature as it was drawn, smaller. */
export function signatureScene(strokes: readonly (readonly number[])[], says: string): Scene {
  const scale = 260 / SIGN_WIDTH
  return {
    width: 260,
    height: SIGN_HEIGHT * scale,
    says,
    marks: [
      {
        kind: 'line',
        points: [
          [8, SIGN_HEIGHT * scale - 12],
          [252, SIGN_HEIGHT * scale - 12],
        ],
        tone: 'grid',
        width: 0.8,
      },
      ...strokes
        .filter((one) => one.length >= 4)
        .map((one) => ({
          kind: 'line' as const,
          points: Array.from({ length: Math.floor(one.length / 2) }, (_, i): [number, number] => [
            (one[2 * i] ?? 0) * scale,
            (one[2 * i + 1] ?? 0) * scale,
          ]),
          tone: 'ink' as const,
          width: 1.4,
        })),
    ],
  }
}
