/** That something is being done; it comes into sight after a third of a second, so that what is quick does not flicker. */
export function Working({ says = "Working …" }: { readonly says?: string }) {
  return (
    <span role="status" className="late inline-flex items-center gap-1.5 text-sm">
      <span
        aria-hidden
        className="turning size-3.5 rounded-full border-2 border-current border-t-transparent"
      />
      {says}
    </span>
  );
}
