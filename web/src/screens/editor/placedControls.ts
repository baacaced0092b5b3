import type { EditedObject, Report } from '../../api/types'

export interface PlacedControl extends EditedObject {
  /** Of the parameter, or of the lower end of a range. */
  name: string
  /** The heading at the start of a group; empty within one. */
  heading: string
}

/** The controls of a report in order, each with the heading that starts there. */
export function placedControls(report: Report, things: EditedObject[]): PlacedControl[] {
  const groups = new Map(report.parameters.map(parameter => [parameter.name, parameter.group]))
  let last = ''
  return report.definition.controls.flatMap(control => {
    const name = control.parameters[0] ?? ''
    const thing = things.find(one => one.object === `control:${name}`)
    if (!thing) return []
    const inSentence = control.place === 'in-sentence'
    const heading = inSentence ? last : control.heading || (groups.get(name) ?? '')
    const begins = heading !== last
    last = heading
    return [{ ...thing, name, heading: begins ? heading : '' }]
  })
}
