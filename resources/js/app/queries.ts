import { QueryClient, type VueQueryPluginOptions } from '@tanstack/vue-query'

/** Nothing is kept of a page that was left: what comes back is asked anew, and no form begins with what is old. */
export const queries: VueQueryPluginOptions = {
  queryClient: new QueryClient({
    defaultOptions: { queries: { gcTime: 0, networkMode: 'always' } },
  }),
}
