export interface Weight {
  readonly page: string;
  readonly bytes: number;
  readonly times: number;
}

export function weights(root: string): { readonly empty: number; readonly pages: readonly Weight[] };
