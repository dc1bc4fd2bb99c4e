export const INPUT_SHAPE =
  'min-h-11 rounded-card border border-[#8aa39e] bg-white px-3 text-ink aria-[invalid=true]:border-2 aria-[invalid=true]:border-hot';

export const INPUT = `${INPUT_SHAPE} mt-1 block w-full`;
