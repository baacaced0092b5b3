import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** Whether a part of the page could not be loaded: the server is away, or is a newer one that has others. */
export function usePartMissing(): Ref<boolean> {
  const missing = ref(false)
  const miss = (): void => {
    missing.value = true
  }
  onMounted(() => window.addEventListener('vite:preloadError', miss))
  onBeforeUnmount(() => window.removeEventListener('vite:preloadError', miss))
  return missing
}
