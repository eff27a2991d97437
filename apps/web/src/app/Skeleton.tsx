/** What stands where a page will be: the same blocks as in index.html, so that nothing jumps when the script takes over. */
export function Skeleton() {
  return (
    <div className="w-full">
      <div className="frame-page" aria-hidden="true">
        <div />
        <div />
        <div />
        <div />
      </div>
      <p role="status" className="soft text-center -mt-2 px-4 pb-4">
        Opening …
      </p>
    </div>
  )
}

/** Before anybody knows who is here. */
export function PageFrame() {
  return (
    <>
      <div className="frame-bar">
        <svg width="26" height="26" viewBox="0 0 26 26" aria-hidden="true">
          <path
            d="M3 24V12a10 10 0 0 1 20 0v12"
            fill="none"
            stroke="var(--color-neutral-content)"
            strokeWidth="2.4"
            strokeLinecap="round"
          />
        </svg>
      </div>
      <Skeleton />
    </>
  )
}
