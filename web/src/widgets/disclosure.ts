/* On its own, to be loaded when a menu is opened: to find room for one takes more than a third as much code as to show a report. */
export { BDropdown } from 'bootstrap-vue-next'
