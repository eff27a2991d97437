/* The loop of packages/core/src/freshair/freeCooling.ts in C: a year of hours for some kinds of changeover. Reads the weather
 * and the unit from its input, as numbers; prints milliseconds for all kinds together, the best of some runs, and the
 * coil's heat of each. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

static double now_ms(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return t.tv_sec * 1e3 + t.tv_nsec / 1e6;
}
static double next(void) {
  double x;
  if (scanf("%lf", &x) != 1) exit(1);
  return x;
}
static double enthalpy(double t, double w) { return 0.24 * t + w * (1061 + 0.444 * t); }

struct kind {
  int which, integrated;
  double limit_f, limit_h, lockout, offset;
};

/* A limit that does not act is not a number: no comparison with it is true. */
static int allows(const struct kind *k, double t, double h, double tr, double hr) {
  if (t < k->lockout) return 0;
  int under = !(t > k->limit_f);
  switch (k->which) {
    case 0: return under;
    case 1: return t <= tr - k->offset;
    case 2: return under && !(h > k->limit_h);
    case 3: return under && h <= hr;
    default: return 0;
  }
}

int main(void) {
  int n = (int)next(), kinds = (int)next(), runs = (int)next();
  double *to = malloc(n * sizeof(double)), *wo = malloc(n * sizeof(double)), *ho = malloc(n * sizeof(double));
  for (int i = 0; i < n; i += 1) to[i] = next();
  for (int i = 0; i < n; i += 1) wo[i] = next();
  for (int i = 0; i < n; i += 1) ho[i] = next();
  double supply = next(), saturated = next(), mass = next(), tr = next(), wr = next(), hr = next(), share = next();
  int from = (int)next(), until = (int)next(), days = (int)next();
  struct kind *all = malloc(kinds * sizeof(struct kind));
  for (int k = 0; k < kinds; k += 1) {
    all[k].which = (int)next();
    all[k].integrated = (int)next();
    all[k].limit_f = next();
    all[k].limit_h = next();
    all[k].lockout = next();
    all[k].offset = next();
  }
  double best = 1e9, *sums = calloc(kinds, sizeof(double));
  double cr = 0.24 + 0.444 * wr;
  for (int run = 0; run < runs; run += 1) {
    double began = now_ms();
    for (int k = 0; k < kinds; k += 1) {
      double sensible = 0, total = 0, base_sensible = 0, base_total = 0;
      int call = 0, allowed_h = 0, free_h = 0, partial = 0, mechanical = 0;
      for (int day = 0; day * 24 < n; day += 1) {
        if (day % 7 >= days) continue;
        int end = day * 24 + until < n ? day * 24 + until : n;
        for (int hour = day * 24 + from; hour < end; hour += 1) {
          double t = to[hour], w = wo[hour], h = ho[hour];
          call += 1;
          int allowed = allows(&all[k], t, h, tr, hr);
          allowed_h += allowed;
          double co = 0.24 + 0.444 * w, wm = (1 - share) * wr + share * w, cm = 0.24 + 0.444 * wm;
          double tm = ((1 - share) * cr * tr + share * co * t) / cm;
          int loaded = tm > supply;
          double least_s = loaded ? mass * cm * (tm - supply) : 0;
          double rest = (1 - share) * hr + share * h - enthalpy(supply, wm < saturated ? wm : saturated);
          double least_t = loaded ? mass * (rest > 0 ? rest : 0) : 0;
          base_sensible += least_s;
          base_total += least_t;
          if (!loaded) continue;
          if (allowed && t < supply) {
            free_h += 1;
            continue;
          }
          mechanical += 1;
          if (allowed && all[k].integrated) {
            partial += 1;
            if (t > supply) {
              double over = h - enthalpy(supply, w < saturated ? w : saturated);
              sensible += mass * co * (t - supply);
              total += mass * (over > 0 ? over : 0);
            } else mechanical -= 1;
          } else {
            sensible += least_s;
            total += least_t;
          }
        }
      }
      sums[k] = total + 0 * (sensible + base_sensible + base_total + call + allowed_h + free_h + partial + mechanical);
    }
    double took = now_ms() - began;
    if (took < best) best = took;
  }
  printf("%.6f", best);
  for (int k = 0; k < kinds; k += 1) printf(" %.9g", sums[k]);
  printf("\n");
  return 0;
}
