/** A file as the API takes it, with what is said about it. */
export const upload = (file: File, more: Record<string, string> = {}) => {
  const form = new FormData()
  form.append('file', file)
  for (const [name, value] of Object.entries(more)) form.append(name, value)
  return { body: form as never, bodySerializer: (body: unknown) => body as FormData }
}
