import { skipWaiting } from 'workbox-core';
import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
  type PrecacheEntry,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/** Every file of the application with its hash; the build puts them in. */
declare const FILES: PrecacheEntry[];

/**
 * Keeps the application itself on the device, so that an open tablet goes on without the server or the network. What the studio
 * holds is never kept here: the API is always asked.
 */
precacheAndRoute(FILES);
cleanupOutdatedCaches();
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }));

// A newer Kettle Step waits until the teacher reloads.
addEventListener('message', ({ data }) => {
  if ((data as { readonly type?: string } | null)?.type === 'SKIP_WAITING') void skipWaiting();
});
