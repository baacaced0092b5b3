/* Loaded separately when a menu is opened: its positioning code is more than a third of that of a report. */
export { BDropdown } from 'bootstrap-vue-next'
