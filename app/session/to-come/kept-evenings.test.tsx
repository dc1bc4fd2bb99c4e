import { renderToStaticMarkup } from 'react-dom/server';
import { KeptEvenings } from './kept-evenings.tsx';

test('where no evening is kept for later nothing stands there, on whichever page', () => {
  expect(renderToStaticMarkup(<KeptEvenings evenings={[]} letGo={null} />)).toBe('');
});
