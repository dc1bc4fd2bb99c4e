import compression from 'compression';

/**
 * Pages and scripts go out compressed: over a house's wireless their size is what is waited for. A stream of events is
 * left alone, since a compressor would hold each back until it had enough of them; and so is a file that is saved, which can
 * be the whole book and is sent as fast as it is taken.
 */
export const compressed = compression({
  threshold: 1024,
  filter: (request, response) =>
    !String(response.getHeader('Content-Type') ?? '').startsWith('text/event-stream') &&
    !String(response.getHeader('Content-Disposition') ?? '').startsWith('attachment') &&
    compression.filter(request, response),
});
