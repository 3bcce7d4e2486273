import { QueryClient } from '@tanstack/vue-query'

/** What the server has answered: kept five minutes for whoever comes back to it, and asked anew all the same. */
export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // The sentence of a failed answer says what to do; to ask the same again would only delay it.
      retry: false,
      // The server may run on this very machine, with or without a network.
      networkMode: 'always',
      refetchOnWindowFocus: false,
      // Answers are replaced as a whole, and some are long: to compare them costs more than to draw them.
      structuralSharing: false,
    },
  },
})
