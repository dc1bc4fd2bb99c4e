// npm run build: the pages, the server's entry, and the thread that reads long files.
import { buildIfNeeded, installPackages } from './setup.mjs';

installPackages();
buildIfNeeded();
