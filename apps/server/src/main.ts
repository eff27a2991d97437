/*
 * Nothing but the start: what is built from here is imported by no thread. Code that stood here would run again in each.
 */
void import('./run.ts').then(({ run }) => run())
