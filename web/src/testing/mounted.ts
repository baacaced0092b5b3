import { createApp, defineComponent, h, nextTick, type Component } from 'vue'

export interface Mounted {
  root: HTMLElement
  /** The arguments of each emitted event, in order. */
  emitted: unknown[][]
  unmount: () => void
}

/** Mounts a component in the document, as a page does. @param event the name of the event to record */
export async function mounted(component: Component, props: object, event: string, slot = ''): Promise<Mounted> {
  const root = document.createElement('div')
  document.body.append(root)
  const emitted: unknown[][] = []
  const listener = `on${event.charAt(0).toUpperCase()}${event.slice(1)}`
  const app = createApp(
    defineComponent(
      () => () => h(component, { ...props, [listener]: (...args: unknown[]) => emitted.push(args) }, () => slot),
    ),
  )
  app.mount(root)
  await nextTick()
  return {
    root,
    emitted,
    unmount: () => {
      app.unmount()
      root.remove()
    },
  }
}

/** Types into a field and leaves it. */
export async function type(field: HTMLInputElement | HTMLTextAreaElement, text: string): Promise<void> {
  field.value = text
  field.dispatchEvent(new Event('input', { bubbles: true }))
  field.dispatchEvent(new Event('change', { bubbles: true }))
  await nextTick()
}
