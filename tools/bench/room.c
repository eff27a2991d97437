/* The step of packages/core/src/rooms/roomRun.ts in C, for the room of the benchmark: a two-stage furnace with an exchanger
 * under a differential, a trickling fan, a sensor on a wall. What that room has not (moisture, another storey, changeover,
 * auxiliary heat) is left out here, which favours C. Prints milliseconds for a week by steps of a second, the starts and the
 * mean temperature. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

#define HOURS (7 * 24)
static double outdoor[24], air_gain[24], mass_gain[24];

struct fixed {
  double air_step, mass_step, ua, air_mass, void_share, exchanger_step, exchanger_on, exchanger_off, felt, wall_off, wall_more;
  double void_off, void_more, on_at, off_at, set, fan_rest, heat1, heat2, stage2_after, min_on, min_off, on_delay, off_delay, band;
  double flow, duct;
};

static volatile double keep;

static double now_ms(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return t.tv_sec * 1e3 + t.tv_nsec / 1e6;
}

int main(int count, char **given) {
  if (count != 1 + (int)(sizeof(struct fixed) / sizeof(double)) + 1 + 72 + 1) return 1;
  int at = 1;
#define NEXT atof(given[at++])
  struct fixed f;
  double *all = (double *)&f;
  for (unsigned i = 0; i < sizeof f / sizeof(double); i++) all[i] = NEXT;
  double start = NEXT;
  for (int i = 0; i < 24; i++) outdoor[i] = NEXT;
  for (int i = 0; i < 24; i++) air_gain[i] = NEXT;
  for (int i = 0; i < 24; i++) mass_gain[i] = NEXT;
  int times = (int)NEXT;
  double best = INFINITY, mean = 0;
  int starts = 0;
  for (int n = 0; n < times; n++) {
    double began = now_ms();
    double air = start, mass = start, exchanger = start, felt = start, fan = 0;
    int call = 0, plant = 0, stage2 = 0, blows = 0;
    double started = -1e9, stopped = -1e9, run_since = -1e9 - 1, rest_since = -1e9;
    double air_sum = 0, loss_sum = 0, void_sum = 0, delivered_sum = 0, heat_sum = 0, outside_sum = 0, duct_sum = 0;
    double lowest = INFINITY, highest = -INFINITY, longest_run = 0, shortest_off = INFINITY;
    long outside = 0, outside_now = 0, outside_longest = 0, fan_steps = 0, trickle = 0, plant_steps = 0, stage2_steps = 0, cool_vent = 0;
    starts = 0;
    for (int hour = 0; hour < HOURS; hour++) {
      int of = hour % 24;
      double slope = (outdoor[(of + 1) % 24] - outdoor[of]) / 3600;
      for (int i = 0; i < 3600; i++) {
        double now = hour * 3600.0 + i, outdoor_f = outdoor[of] + slope * i;
        double error = f.set - felt;
        if (error >= f.on_at) call = 1;
        else if (error <= f.off_at) call = 0;
        if (!plant && call && now - stopped >= f.min_off) {
          plant = 1;
          started = now;
          starts++;
          if (stopped > -1e9 && now - stopped < shortest_off) shortest_off = now - stopped;
        } else if (plant && !call && now - started >= f.min_on) {
          plant = 0;
          stopped = now;
          if (now - started > longest_run) longest_run = now - started;
        }
        if (!plant) stage2 = 0;
        else stage2 = stage2 || now - started >= f.stage2_after;
        if (plant) {
          if (rest_since >= run_since) run_since = now;
          if (now - run_since >= f.on_delay) blows = 1;
        } else {
          if (run_since > rest_since) rest_since = now;
          if (now - rest_since >= f.off_delay) blows = 0;
        }
        fan = blows ? 1 : f.fan_rest;
        double heat = 0;
        if (plant) {
          heat = stage2 ? f.heat2 : f.heat1;
          heat_sum += heat;
          plant_steps++;
          stage2_steps += stage2;
        }
        double mid = outdoor_f + slope / 2, hollow = air + f.void_share * (mid - air);
        double delivered = fan * f.exchanger_on * (exchanger - air);
        double lost = fan == 0 ? f.exchanger_off * (exchanger - hollow) : 0;
        exchanger += f.exchanger_step * (heat - delivered - lost);
        void_sum += lost;
        double duct_loss = fan * f.duct * (air - hollow);
        duct_sum += duct_loss;
        if (fan > 0 && air + (delivered - duct_loss) / (f.flow * fan) < 85) cool_vent++;
        delivered -= duct_loss;
        double loss = f.ua * (air - mid), to_mass = f.air_mass * (air - mass);
        air += f.air_step * (air_gain[of] + delivered - loss - to_mass);
        mass += f.mass_step * (to_mass + mass_gain[of]);
        double wall = f.wall_off + fan * f.wall_more, through = f.void_off + fan * f.void_more;
        felt += f.felt * ((1 - wall - through) * air + wall * mass + through * hollow - felt);
        air_sum += air;
        loss_sum += loss;
        delivered_sum += delivered;
        if (air < lowest) lowest = air;
        if (air > highest) highest = air;
        if (air < f.set - f.band || air > f.set + f.band) {
          outside_sum += air < f.set ? f.set - f.band - air : air - f.set - f.band;
          outside++;
          outside_now++;
          if (outside_now > outside_longest) outside_longest = outside_now;
        } else outside_now = 0;
        if (fan == 1) fan_steps++;
        else if (fan > 0) trickle++;
      }
    }
    keep = loss_sum + void_sum + delivered_sum + heat_sum + outside_sum + lowest + highest + longest_run + shortest_off + outside +
           outside_longest + fan_steps + trickle + plant_steps + stage2_steps + cool_vent + duct_sum;
    mean = air_sum / (HOURS * 3600.0);
    double took = now_ms() - began;
    if (took < best) best = took;
  }
  printf("%f %d %.9f\n", best, starts, mean);
  return 0;
}
