import { computed, shallowRef } from 'vue'
import { server } from './client'
import { inServer } from './location'
import { projectId } from './project'
import type { Me } from './types'

/* One person is signed in per page; signing in happens on another page. */
const me = shallowRef<Me>()

/** Finds out who is signed in. */
export async function askWho(): Promise<Me> {
  return (me.value = await server.get('/me'))
}

/** The signed-in person, once known. */
export const useMe = () => {
  const role = computed(() => me.value?.projects.find(project => project.id === projectId)?.role ?? 'viewer')
  return {
    me,
    /** Whether they edit reports here. */
    isAuthor: computed(() => role.value !== 'viewer'),
    /** Whether they manage this project. */
    isOperator: computed(() => role.value === 'operator'),
    role,
  }
}

/** The sign-in page with a return address. */
export const signInAddress = (): string =>
  inServer(`/sign-in?back=${encodeURIComponent(location.pathname + location.search + location.hash)}`)
