import { defineAsyncComponent } from 'vue'

/* Fewer reports have these; where they are visible, they come next to the rows. */
export const loadFewer = () => import('./loadFewer')

export const LinesControl = defineAsyncComponent(() => loadFewer().then(controls => controls.LinesControl))
export const PeriodControl = defineAsyncComponent(() => loadFewer().then(controls => controls.PeriodControl))
export const SwitchControl = defineAsyncComponent(() => loadFewer().then(controls => controls.SwitchControl))
