// Nothing is kept of pages where there are none.
export function revalidatePath(): void {}
