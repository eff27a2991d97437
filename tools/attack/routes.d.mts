export const ROUTES: readonly { method: string; path: string }[]
