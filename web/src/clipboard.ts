/** Copies a text. The clipboard API requires a secure origin; elsewhere a selection is copied. */
export async function copyText(text: string): Promise<void> {
  const clipboard = navigator.clipboard as Clipboard | undefined
  if (clipboard) {
    await clipboard.writeText(text)
    return
  }
  const field = document.createElement('textarea')
  field.value = text
  field.style.position = 'fixed'
  document.body.append(field)
  field.select()
  /* The only way on an origin that is not secure. */
  const copied = document.execCommand('copy')
  field.remove()
  if (!copied) throw new Error('the browser does not allow it')
}
