/// <reference path="./version.d.ts" />
export const VERSION: string = typeof __INGLE_VERSION__ === 'string' ? __INGLE_VERSION__ : 'dev'
