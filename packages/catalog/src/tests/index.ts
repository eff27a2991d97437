// Tests as they ship, in the open format `ingle-test/1`.
import type { ProofTest } from '@ingle/record'
import alarm from './alarm.json' with { type: 'json' }
import auxiliary from './auxiliary.json' with { type: 'json' }
import blowerDelaysCool from './blower-delays-cool.json' with { type: 'json' }
import blowerDelaysHeat from './blower-delays-heat.json' with { type: 'json' }
import blowerRamp from './blower-ramp.json' with { type: 'json' }
import changeover from './changeover.json' with { type: 'json' }
import co2Step from './co2-step.json' with { type: 'json' }
import contact from './contact.json' with { type: 'json' }
import coolCall from './cool-call.json' with { type: 'json' }
import coolCallRoof from './cool-call-roof.json' with { type: 'json' }
import damperStroke from './damper-stroke.json' with { type: 'json' }
import defrost from './defrost.json' with { type: 'json' }
import drying from './drying.json' with { type: 'json' }
import electricHeat from './electric-heat.json' with { type: 'json' }
import exhaust from './exhaust.json' with { type: 'json' }
import fanLimit from './fan-limit.json' with { type: 'json' }
import freeCooling from './free-cooling.json' with { type: 'json' }
import heatCall from './heat-call.json' with { type: 'json' }
import leastPosition from './least-position.json' with { type: 'json' }
import limitElectric from './limit-electric.json' with { type: 'json' }
import limitGas from './limit-gas.json' with { type: 'json' }
import powerCut from './power-cut.json' with { type: 'json' }
import remote from './remote.json' with { type: 'json' }
import reversing from './reversing.json' with { type: 'json' }
import satisfiedFanCool from './satisfied-fan-cool.json' with { type: 'json' }
import satisfiedFanHeat from './satisfied-fan-heat.json' with { type: 'json' }
import satisfiedRunsCool from './satisfied-runs-cool.json' with { type: 'json' }
import satisfiedRunsHeat from './satisfied-runs-heat.json' with { type: 'json' }
import secondCool from './second-cool.json' with { type: 'json' }
import secondHeat from './second-heat.json' with { type: 'json' }
import sensorAgreement from './sensor-agreement.json' with { type: 'json' }
import shortCut from './short-cut.json' with { type: 'json' }
import warmStart from './warm-start.json' with { type: 'json' }
import zoneDamper from './zone-damper.json' with { type: 'json' }

/** Every test that ships, in the order in which a visit would think of them. */
export const TESTS = [
  heatCall,
  coolCall,
  coolCallRoof,
  reversing,
  secondHeat,
  secondCool,
  satisfiedFanHeat,
  satisfiedRunsHeat,
  blowerDelaysHeat,
  satisfiedFanCool,
  satisfiedRunsCool,
  blowerDelaysCool,
  changeover,
  blowerRamp,
  warmStart,
  auxiliary,
  electricHeat,
  fanLimit,
  limitGas,
  limitElectric,
  damperStroke,
  leastPosition,
  co2Step,
  freeCooling,
  contact,
  remote,
  defrost,
  powerCut,
  shortCut,
  sensorAgreement,
  drying,
  exhaust,
  alarm,
  zoneDamper,
] as unknown as readonly ProofTest[]
