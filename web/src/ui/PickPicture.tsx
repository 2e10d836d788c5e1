import { useRef } from "react";
import { Button } from "./controls";

/** The way to pictures: the camera of a phone, or what is there already. */
export function PickPicture({
  label,
  words = label,
  fault,
  busy = false,
  multiple = false,
  className = "",
  onFiles,
}: {
  label: string;
  words?: string;
  fault: string;
  busy?: boolean;
  multiple?: boolean;
  className?: string;
  onFiles: (files: readonly File[]) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <div>
      <input
        ref={input}
        type="file"
        accept="image/*"
        multiple={multiple}
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
      <Button
        look={multiple ? "quiet" : "open"}
        className={`w-full ${className}`}
        disabled={busy}
        onClick={() => input.current?.click()}
      >
        {words}
      </Button>
      {fault && (
        <p role="alert" className="mt-1 text-[13px] font-medium text-brick">
          {fault}
        </p>
      )}
    </div>
  );
}
