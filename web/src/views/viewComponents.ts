import { defineAsyncComponent, type Component } from 'vue'
import type { View } from '../api/types'
import BarsView from './charts/BarsView.vue'
import FiguresView from './figures/FiguresView.vue'
import LineView from './charts/LineView.vue'
import TableView from './rows/TableView.vue'
import TextView from './TextView.vue'

/* Rarely used; loaded on demand. */
const GroupsView = defineAsyncComponent(() => import('./rows/GroupsView.vue'))

const PARTS: Record<string, Component> = {
  figures: FiguresView,
  bars: BarsView,
  line: LineView,
  table: TableView,
  groups: GroupsView,
  text: TextView,
}

/** The component for a kind of view. */
export const partFor = (view: View): Component | undefined => PARTS[view.kind]
