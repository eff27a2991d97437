/* The step of packages/core/src/rooms/roomRun.ts in C, for the room of the benchmark: a two-stage furnace with an exchanger
 * under a differential, a trickling fan, a sensor on a wall. What that room has not is asked for in every step as it is there,
 * by flags that the compiler cannot know; only the lookup of moisture is left out. Prints milliseconds for a week by steps of
 * a second, the starts and the mean temperature. */
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
static volatile int none = 0;

/* What the benchmark's room has not. */
struct rare {
  int leans, is_auto, cools, jump, auxiliary, other, moisture, elsewhere, variable;
  double gain, integral_step, balance_most, per_lowest, changeover, margin, set_cool, jump_felt, jump_offset, frost_every, frost_for;
  double frost_below, frost_takes, aux_on, aux_off, aux_below, aux_delay, aux_heat, hot_start, ramp_s, ramp_share, fan_cool, circulate;
  double other_step, other_mass_step, other_ua, other_air_mass, other_share, other_gain, between_off, between_more, rises, other_sign;
  double dries, dries_f, dries_share, locked_below, reference, slope1, slope2, cool1, cool2, cool_slope1, cool_slope2, lowest_share;
  double fan_shift, offset, door_ua;
  int door_steps;
};

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
  struct rare r = {0};
  r.leans = r.is_auto = r.jump = r.auxiliary = r.other = r.moisture = r.elsewhere = r.variable = r.cools = none;
  r.per_lowest = r.dries_share = r.ramp_share = 1;
  r.frost_every = r.dries = INFINITY;
  r.frost_below = r.hot_start = r.locked_below = -INFINITY;
  r.reference = 47;
  r.door_steps = none;
  r.circulate = none;
  double best = INFINITY, mean = 0;
  int starts = 0;
  for (int n = 0; n < times; n++) {
    double began = now_ms();
    double air = start, mass = start, exchanger = start, felt = start, fan = 0;
    int call = 0, plant = 0, stage2 = 0, blows = 0, cools = r.cools, auxiliary = 0, frost = 0;
    double integral = 0, balance = 0, by_fan = start, other = start, other_mass = start, humidity = 0, frost_run = 0, frost_since = 0;
    double droop_since = INFINITY, blows_since = 0, cool_sum = 0, other_sum = 0;
    long wait_now = 0, wait_longest = 0, changes = 0, aux_steps = 0, frosts = 0, fan_hour = 0;
    double started = -1e9, stopped = -1e9, run_since = -1e9 - 1, rest_since = -1e9;
    double air_sum = 0, loss_sum = 0, void_sum = 0, delivered_sum = 0, heat_sum = 0, outside_sum = 0, duct_sum = 0;
    double lowest = INFINITY, highest = -INFINITY, longest_run = 0, shortest_off = INFINITY;
    long outside = 0, outside_now = 0, outside_longest = 0, fan_steps = 0, trickle = 0, plant_steps = 0, stage2_steps = 0, cool_vent = 0;
    starts = 0;
    for (int hour = 0; hour < HOURS; hour++) {
      int of = hour % 24;
      fan_hour = 0;
      double slope = (outdoor[(of + 1) % 24] - outdoor[of]) / 3600;
      for (int i = 0; i < 3600; i++) {
        double now = hour * 3600.0 + i, outdoor_f = outdoor[of] + slope * i;
        double reading = r.jump && fan > 0 ? by_fan + r.jump_offset : felt + r.offset + fan * r.fan_shift;
        if (r.is_auto && !plant && !auxiliary && now - stopped >= r.changeover) {
          if (cools ? reading <= f.set - r.margin : reading >= r.set_cool + r.margin) {
            cools = !cools;
            integral = balance = 0;
            call = 0;
            changes++;
          }
        }
        int damp = humidity > r.dries;
        double error = cools ? reading - (damp ? r.set_cool - r.dries_f : r.set_cool) : f.set - reading, demand = 1;
        if (r.leans) {
          double raw = r.gain * error + integral;
          demand = raw < 0 ? 0 : raw > 1 ? 1 : raw;
          if (!((raw >= 1 && error > 0) || (raw <= 0 && error < 0))) {
            integral += r.integral_step * error;
            integral = integral < 0 ? 0 : integral > 1 ? 1 : integral;
          }
          double wanted = demand * r.per_lowest;
          balance += ((wanted > 1 ? 1 : wanted) - plant) / 3600;
          if (balance >= r.balance_most) balance = r.balance_most, call = 1;
          else if (balance <= -r.balance_most) balance = -r.balance_most, call = 0;
        } else if (error >= f.on_at) call = 1;
        else if (error <= f.off_at) call = 0;
        int called = call && (cools || outdoor_f >= r.locked_below);
        if (!plant && called && now - stopped >= f.min_off) {
          plant = 1;
          started = now;
          starts++;
          if (stopped > -1e9 && now - stopped < shortest_off) shortest_off = now - stopped;
        } else if (plant && !called && now - started >= f.min_on) {
          plant = 0;
          stopped = now;
          if (now - started > longest_run) longest_run = now - started;
        }
        if (!plant) stage2 = 0;
        else stage2 = stage2 || now - started >= f.stage2_after;
        if (frost) {
          if (!plant || now - frost_since >= r.frost_for) frost = 0;
        } else if (plant && !cools && outdoor_f < r.frost_below) {
          frost_run += 1;
          if (frost_run >= r.frost_every) frost = 1, frost_since = now, frost_run = 0, frosts++;
        }
        if (r.auxiliary) {
          if (error < r.aux_on) droop_since = INFINITY;
          else if (droop_since > now) droop_since = now;
          if (cools || outdoor_f > r.aux_below) auxiliary = 0;
          else if (frost || now - droop_since >= r.aux_delay) auxiliary = 1;
          else if (error <= r.aux_off) auxiliary = 0;
        }
        if ((plant || auxiliary) && (cools || !r.elsewhere)) {
          if (rest_since >= run_since) run_since = now;
          if (!blows && now - run_since >= f.on_delay) {
            blows = cools || exchanger >= r.hot_start || now - run_since >= 300;
            if (blows) blows_since = now;
          }
        } else {
          if (run_since > rest_since) rest_since = now;
          if (now - rest_since >= f.off_delay) blows = 0;
        }
        if (blows) {
          fan = now - blows_since < r.ramp_s ? r.ramp_share : 1;
          if (cools && damp && fan > r.dries_share) fan = r.dries_share;
        } else {
          fan = cools ? r.fan_cool : f.fan_rest;
          if (r.circulate > 0 && i >= 3600 - (r.circulate - fan_hour)) fan = 1;
        }
        double heat = 0;
        if (plant) {
          double away = outdoor_f - r.reference;
          double full = cools ? (stage2 ? r.cool2 + r.cool_slope2 * away : r.cool1 + r.cool_slope1 * away)
                              : (stage2 ? f.heat2 + r.slope2 * away : f.heat1 + r.slope1 * away);
          double share = r.variable ? (demand > r.lowest_share ? demand : r.lowest_share) : 1;
          heat = full > 0 ? full * share : 0;
          if (cools) cool_sum += heat, heat = -heat;
          else {
            if (frost) heat = -r.frost_takes;
            heat_sum += heat;
          }
          plant_steps++;
          stage2_steps += stage2;
        }
        if (auxiliary) heat += r.aux_heat, aux_steps++;
        if (r.moisture) humidity = air;
        double mid = outdoor_f + slope / 2, hollow = air + f.void_share * (mid - air);
        double delivered = fan * f.exchanger_on * (exchanger - air);
        double lost = fan == 0 ? f.exchanger_off * (exchanger - hollow) : 0;
        exchanger += f.exchanger_step * (heat - delivered - lost);
        void_sum += lost;
        double duct_loss = fan * f.duct * (air - hollow);
        duct_sum += duct_loss;
        if (!cools && fan > 0 && delivered - duct_loss < (85 - air) * f.flow * fan) cool_vent++;
        delivered -= duct_loss;
        double ua = i < r.door_steps ? f.ua + r.door_ua : f.ua;
        double loss = ua * (air - mid), to_mass = f.air_mass * (air - mass);
        double into = air_gain[of] + delivered - loss - to_mass;
        if (r.other) {
          double apart = air - other, between = (r.between_off + fan * r.between_more + (apart * r.other_sign > 0 ? r.rises : 0)) * apart;
          double other_loss = r.other_ua * (other - mid), other_to_mass = r.other_air_mass * (other - other_mass);
          into -= r.other_share * delivered + between;
          other += r.other_step * (r.other_gain * air_gain[of] + r.other_share * delivered + between - other_loss - other_to_mass);
          other_mass += r.other_mass_step * (other_to_mass + r.other_gain * mass_gain[of]);
          other_sum += other;
          loss_sum += other_loss;
        }
        air += f.air_step * into;
        mass += f.mass_step * (to_mass + mass_gain[of]);
        double wall = f.wall_off + fan * f.wall_more, through = f.void_off + fan * f.void_more;
        felt += f.felt * ((1 - wall - through) * air + wall * mass + through * hollow - felt);
        if (r.jump) by_fan += r.jump_felt * (air - by_fan);
        air_sum += air;
        loss_sum += loss;
        delivered_sum += delivered;
        if (air < lowest) lowest = air;
        if (air > highest) highest = air;
        double low = (r.is_auto || !cools ? f.set : r.set_cool) - f.band, high = (r.is_auto || cools ? r.set_cool : f.set) + f.band;
        if (air < low || air > high) {
          outside_sum += air < low ? low - air : air - high;
          outside++;
          outside_now++;
          if (outside_now > outside_longest) outside_longest = outside_now;
          if (cools ? air > high : air < low) {
            wait_now++;
            if (wait_now > wait_longest) wait_longest = wait_now;
          } else wait_now = 0;
        } else outside_now = wait_now = 0;
        if (fan == 1) fan_steps++, fan_hour++;
        else if (fan > 0) trickle++;
      }
    }
    keep = loss_sum + void_sum + delivered_sum + heat_sum + outside_sum + lowest + highest + longest_run + shortest_off + outside +
           outside_longest + fan_steps + trickle + plant_steps + stage2_steps + cool_vent + duct_sum + cool_sum + other_sum + wait_longest + changes + aux_steps + frosts + other_mass;
    mean = air_sum / (HOURS * 3600.0);
    double took = now_ms() - began;
    if (took < best) best = took;
  }
  printf("%f %d %.9f\n", best, starts, mean);
  return 0;
}
