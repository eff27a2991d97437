/* The solver of packages/core/src/zones/network.ts in C, on the network of the benchmark, for a ratio. Prints nanoseconds
 * for one network of 256 combinations, and a sum that shows that both give the same answers. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

#define ZONES 8
#define COUNT 256

static const double COMMON = 1.2e-7;
static const double BRANCH[ZONES] = {8.8e-7, 1.8e-6, 3.5e-6, 9.8e-6, 2.2e-6, 5e-6, 1.1e-6, 7e-6};
static const double FLOWS[6] = {0, 400, 800, 1200, 1600, 1800};
static const double STATICS[6] = {1.2, 1.15, 1.02, 0.78, 0.36, 0};
static const double OPENS_AT = 0.4;

struct duct {
  double pass, hold_from, open_from;
};

static int state_at(const struct duct *d, double flow) { return flow <= d->hold_from ? 0 : flow <= d->open_from ? 1 : 2; }

static double plenum_at(const struct duct *d, double flow) {
  int state = state_at(d, flow);
  if (state == 1) return OPENS_AT;
  if (state == 0 && d->pass == 0) return flow == 0 ? 0 : INFINITY;
  double through = state == 0 ? flow / d->pass : 0;
  return through * through;
}

static double asked(const struct duct *d, double flow) { return COMMON * flow * flow + plenum_at(d, flow); }

static double crossing(double a, double b, double m, double c) {
  return 2 * (c - b) / (sqrt(m * m + 4 * a * (c - b)) - m);
}

static double on_duct(const struct duct *d, double at0, double slope, double to) {
  if (d->hold_from >= to || (d->hold_from > 0 && asked(d, d->hold_from) >= at0 + slope * d->hold_from))
    return crossing(COMMON + 1 / (d->pass * d->pass), 0, slope, at0);
  return crossing(COMMON, OPENS_AT, slope, at0);
}

static double meets(const struct duct *d) {
  if (asked(d, FLOWS[0]) > STATICS[0]) return NAN;
  if (asked(d, FLOWS[5]) < STATICS[5]) return NAN;
  int piece = 0;
  while (piece < 4 && asked(d, FLOWS[piece + 1]) < STATICS[piece + 1]) piece += 1;
  double slope = (STATICS[piece + 1] - STATICS[piece]) / (FLOWS[piece + 1] - FLOWS[piece]);
  return on_duct(d, STATICS[piece] - slope * FLOWS[piece], slope, FLOWS[piece + 1]);
}

static double total[COUNT], plenum[COUNT], fan[COUNT], relief[COUNT], zone[COUNT * ZONES];
static unsigned char state[COUNT];

static void solve(void) {
  double passes[ZONES];
  for (int i = 0; i < ZONES; i += 1) passes[i] = 1 / sqrt(BRANCH[i]);
  for (int mask = 0; mask < COUNT; mask += 1) {
    struct duct d = {0, 0, INFINITY};
    for (int i = 0; i < ZONES; i += 1) d.pass += passes[i] * (mask >> i & 1);
    d.hold_from = d.pass * sqrt(OPENS_AT);
    double flow = meets(&d);
    state[mask] = state_at(&d, flow);
    double p = d.pass == 0 && state[mask] == 0 ? STATICS[0] : plenum_at(&d, flow);
    double root = sqrt(p);
    total[mask] = flow;
    plenum[mask] = p;
    fan[mask] = p + COMMON * flow * flow;
    relief[mask] = state[mask] == 0 ? 0 : flow - d.pass * root;
    for (int i = 0; i < ZONES; i += 1) zone[mask * ZONES + i] = passes[i] * (mask >> i & 1) * root;
  }
}

int main(int argc, char **argv) {
  int runs = argc > 1 ? atoi(argv[1]) : 1000;
  for (int i = 0; i < 1000; i += 1) solve();
  struct timespec from, to;
  clock_gettime(CLOCK_MONOTONIC, &from);
  double sum = 0;
  for (int i = 0; i < runs; i += 1) {
    solve();
    sum += total[170];
  }
  clock_gettime(CLOCK_MONOTONIC, &to);
  double ns = (to.tv_sec - from.tv_sec) * 1e9 + (to.tv_nsec - from.tv_nsec);
  printf("%.1f %.6f\n", ns / runs, sum);
  return 0;
}
