/** Put in by the build, from package.json. */
declare const __INGLE_VERSION__: string | undefined
