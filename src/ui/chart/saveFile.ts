/** Hands the reader a file that was made in the browser. */
export function saveFile(bytes: Blob, fileName: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(bytes);
  link.download = fileName;
  link.click();
  // Kept until the browser has begun with it.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
