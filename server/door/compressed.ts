import compression from 'compression';

/**
 * Pages and scripts go out compressed: over a house's wireless their size is what is waited for. A stream of events is
 * left alone, since a compressor would hold each back until it had enough of them.
 */
export const compressed = compression({
  threshold: 1024,
  filter: (request, response) =>
    !String(response.getHeader('Content-Type') ?? '').startsWith('text/event-stream') && compression.filter(request, response),
});
