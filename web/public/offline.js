/* The page's own files, kept in the browser so that it opens while the server is away. Answers of the server are never
   kept: what is not the page itself goes to the network alone. */
const SHELF = 'partita-page'

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

/** The page from the server, kept; when the server is away the one kept last. A new version empties the shelf. */
async function page(request) {
  const shelf = await caches.open(SHELF)
  try {
    const answer = await fetch(request)
    if (answer.ok) {
      const [text, before] = [await answer.clone().text(), await shelf.match('/')]
      if (before && (await before.text()) !== text) {
        for (const kept of await shelf.keys()) await shelf.delete(kept)
      }
      await shelf.put('/', new Response(text, { headers: answer.headers }))
    }
    return answer
  } catch (error) {
    const kept = await shelf.match('/')
    if (kept) return kept
    throw error
  }
}

/** A built file: its name changes with what is in it, so that a kept one is the right one. */
async function part(request) {
  const shelf = await caches.open(SHELF)
  const kept = await shelf.match(request)
  if (kept) return kept
  const answer = await fetch(request)
  if (answer.ok) await shelf.put(request, answer.clone())
  return answer
}

/* A window's first parts came before this worker: it names them, and they are fetched once more, from the browser's own
   store. */
self.addEventListener('message', (event) => {
  const all = event.data.map((name) => new Request(name))
  event.waitUntil(
    Promise.all(all.map((request) => (new URL(request.url).pathname === '/' ? page : part)(request))),
  )
})

self.addEventListener('fetch', (event) => {
  const { pathname, origin } = new URL(event.request.url)
  if (event.request.method !== 'GET' || origin !== self.location.origin || pathname.startsWith('/api/'))
    return
  if (event.request.mode === 'navigate') event.respondWith(page(event.request))
  else if (pathname.startsWith('/assets/')) event.respondWith(part(event.request))
})
