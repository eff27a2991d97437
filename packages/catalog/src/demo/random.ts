import { type RandomGenerator, unsafeUniformIntDistribution } from 'pure-rand'

/** A number in [0, 1) from 32 random bits: enough for made-up readings. */
export const uniformFloat64 = (random: RandomGenerator): number =>
  unsafeUniformIntDistribution(0, 0xffffffff, random) / 0x100000000
