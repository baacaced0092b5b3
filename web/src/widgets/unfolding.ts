/* By itself, so that it is loaded when a menu is opened: to find room for one takes as much code as half of what shows a report. */
export { BDropdown } from 'bootstrap-vue-next'
