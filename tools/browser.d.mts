export const LAUNCH: { executablePath: string; args: string[] }
