/** The role of the setting that picks the blower tap for cooling and for the heat pump. */
export const COOL_TAP_ROLE = 'airflow.cool'
export const HEAT_TAP_ROLE = 'airflow.heat'
export const LOW_FIRE_TAP_ROLE = 'airflow.heat.low'
/** A heat tap set to this blows with the cooling tap. */
export const SAME_TAP = 'same'
