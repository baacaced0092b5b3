import createClient, { type FetchResponse, type MaybeOptionalInit } from 'openapi-fetch'
import type { HttpMethod, MediaType } from 'openapi-typescript-helpers'
import { inServer, withinServer } from './location'
import { projectId } from './project'
import { send } from './request'
import type { paths } from './schema'

const IN_SERVER = '/api/v1'
const IN_PROJECT = '/api/v1/projects/{project}'

type WithoutProject<Parameters> = Parameters extends { path: infer Path }
  ? Omit<Parameters, 'path'> &
      (keyof Omit<Path, 'project'> extends never ? { path?: never } : { path: Omit<Path, 'project'> })
  : Parameters
type OperationsInProject<Item> = {
  [M in keyof Item]: Item[M] extends { parameters: infer P }
    ? Omit<Item[M], 'parameters'> & { parameters: WithoutProject<P> }
    : Item[M]
}

/** The API paths of the current project, without its ID. */
type ProjectPaths = {
  [
    P in keyof paths as P extends `${typeof IN_PROJECT}${infer Rest extends `/${string}`}` ? Rest : never
  ]: OperationsInProject<paths[P]>
}
/** The API of the whole server. */
type ServerPaths = {
  [P in keyof paths as P extends `${typeof IN_SERVER}${infer Rest}` ? Rest : never]: paths[P]
}

type PathsWith<All, M extends HttpMethod> = {
  [P in keyof All]: All[P] extends Record<M, object> ? P : never
}[keyof All]
type Operation<All, P extends keyof All, M extends HttpMethod> = Extract<All[P][M & keyof All[P]], object>

/* The arguments of an operation; optional if none is required. */
type Init<All, P extends keyof All, M extends HttpMethod> = MaybeOptionalInit<All[P], M & keyof All[P]>
type Arguments<I> = undefined extends I ? [init?: I] : [init: I]

/** Calls an operation, and reads its JSON, if it has any. */
type Call<All, M extends HttpMethod> = <P extends PathsWith<All, M>>(
  path: P,
  ...init: Arguments<Init<All, P, M>>
) => Promise<NonNullable<FetchResponse<Operation<All, P, M>, object, MediaType>['data']>>

interface Api<All> {
  get: Call<All, 'get'>
  post: Call<All, 'post'>
  put: Call<All, 'put'>
  patch: Call<All, 'patch'>
  remove: Call<All, 'delete'>
  /** Every item of a list, page after page. */
  list: Call<All, 'get'>
  /** Posts, and returns a response stream. */
  stream: <P extends PathsWith<All, 'post'>>(path: P, ...init: Arguments<Init<All, P, 'post'>>) => Promise<Response>
}

const NEXT = /<([^>]+)>; *rel="next"/

/* The address of the page after a response of a list. */
function nextOf(response: Response): string | undefined {
  const link = NEXT.exec(response.headers.get('Link') ?? '')?.[1]
  return link && location.origin + inServer(withinServer(link))
}

function api<All>(root: string): Api<All> {
  const client = createClient<paths>({ baseUrl: location.origin + inServer(root), fetch: send })
  type Options = { signal?: AbortSignal; parseAs?: 'json' | 'stream' }
  type Loose = (method: HttpMethod, path: string, options?: Options) => Promise<{ data?: unknown; response: Response }>
  const request = client.request as unknown as Loose
  const call =
    (method: HttpMethod) =>
    async (path: string, options?: Options): Promise<unknown> =>
      (await request(method, path, options)).data

  async function list(path: string, options?: Options): Promise<unknown[]> {
    const first = await request('get', path, options)
    const items = first.data as unknown[]
    for (let next = nextOf(first.response); next;) {
      const response = await send(new Request(next, { signal: options?.signal }))
      items.push(...((await response.json()) as unknown[]))
      next = nextOf(response)
    }
    return items
  }
  const stream = async (path: string, options?: Options): Promise<Response> =>
    (await request('post', path, { ...options, parseAs: 'stream' })).response

  /* The client's types differ by method; this implementation is common to all. */
  return {
    get: call('get'),
    post: call('post'),
    put: call('put'),
    patch: call('patch'),
    remove: call('delete'),
    list,
    stream,
  } as unknown as Api<All>
}

/** Operations of the current project. */
export const project = api<ProjectPaths>(IN_PROJECT.replace('{project}', encodeURIComponent(projectId)))

/** Operations outside projects. */
export const server = api<ServerPaths>(IN_SERVER)

/** The arguments for uploading a file. */
export const binary = (file: File, type: string) => ({
  body: file as unknown as string,
  bodySerializer: (content: unknown) => content,
  headers: { 'Content-Type': type },
})
