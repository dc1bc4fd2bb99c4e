// For tests that run in Node as it is: it reads TypeScript from here on, whether a file is imported or required.
import { register as whereRequired } from 'tsx/cjs/api';
import { register as whereImported } from 'tsx/esm/api';

whereRequired();
whereImported();
