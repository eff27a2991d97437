/* Nothing but the start: see main.ts. */
void import('./gateway/runStandIn.ts').then(({ runStandIn }) => runStandIn(process.argv.slice(2)))
