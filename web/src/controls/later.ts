import { defineAsyncComponent } from 'vue'

/* Rarely used components, loaded on demand. */
export const loadFewer = () => import('./loadFewer')

export const LinesControl = defineAsyncComponent(() => loadFewer().then(controls => controls.LinesControl))
export const PeriodControl = defineAsyncComponent(() => loadFewer().then(controls => controls.PeriodControl))
export const SwitchControl = defineAsyncComponent(() => loadFewer().then(controls => controls.SwitchControl))
