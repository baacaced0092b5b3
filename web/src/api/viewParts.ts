import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** Whether an asset could not be loaded: the server is unreachable, or was upgraded. */
export function usePartMissing(): Ref<boolean> {
  const missing = ref(false)
  const miss = (): void => {
    missing.value = true
  }
  onMounted(() => window.addEventListener('vite:preloadError', miss))
  onBeforeUnmount(() => window.removeEventListener('vite:preloadError', miss))
  return missing
}
