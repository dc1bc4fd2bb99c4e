/** A picture that is one, and more than there is memory for. */
export const TOO_LARGE = {
  code: 'too-large',
  path: '$.file',
  message: 'That picture takes more memory to read than there is for it. Save it smaller, without tiles, or only the strip’s end.',
} as const;
