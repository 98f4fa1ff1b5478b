/** A PDF as it came over the wire, given to whoever asked for it: nothing of it stands in an address. */
export function savePdf(base64: string, name: string): void {
  const bytes = Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0));
  const address = URL.createObjectURL(new Blob([bytes], { type: "application/pdf" }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
