/** Hands a made file to the browser's downloads. */
export function saveFile(body: string | Uint8Array<ArrayBuffer>, type: string, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([body], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
