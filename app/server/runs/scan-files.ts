/** What lies beside a scan while it waits to be measured. */
export const previewFile = (file: string) => `${file}.preview.jpg`;
export const proposalFile = (file: string) => `${file}.proposal.json`;
