export { default as LinesControl } from './LinesControl.vue'
export { default as PeriodControl } from './PeriodControl.vue'
export { default as SwitchControl } from './SwitchControl.vue'
