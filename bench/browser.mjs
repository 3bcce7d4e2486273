import { Agent, fetch, FormData } from 'undici'

/**
 * One person's browser at an address: its cookies, and what the program asks of every request. `body` is sent as JSON, a form as it is.
 * `from` is the address of this machine it asks from.
 *
 * @returns {(method: string, path: string, body?: object | FormData) => Promise<{status: number, text: string}>}
 */
export function browser(url, from = '127.0.0.1') {
  const jar = new Map()
  const dispatcher = (agents[from] ??= new Agent({ localAddress: from }))
  return async (method, path, body) => {
    const headers = { Accept: 'application/json', Cookie: [...jar].map(([name, value]) => `${name}=${value}`).join('; ') }
    const isForm = body instanceof FormData
    if (body && !isForm) headers['Content-Type'] = 'application/json'
    if (jar.has('XSRF-TOKEN')) headers['X-XSRF-TOKEN'] = decodeURIComponent(jar.get('XSRF-TOKEN'))
    const answer = await fetch(url + path, { method, headers, dispatcher, body: !body || isForm ? body : JSON.stringify(body) })
    for (const cookie of answer.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie)
      jar.set(name, value)
    }
    return { status: answer.status, text: await answer.text() }
  }
}

const agents = {}

export { FormData }

/** Settings of a command line, `--name=value`, over those given. */
export const settings = (given) => ({
  ...given,
  ...Object.fromEntries(process.argv.slice(2).map((of) => of.replace(/^--/, '').split('='))),
})

export const wait = (milliseconds) => new Promise((wake) => setTimeout(wake, milliseconds))
