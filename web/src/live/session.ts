/** This page's own id: the server knows by it whose change a revision is, also after the line was down. */
export const session: string = crypto.randomUUID()
