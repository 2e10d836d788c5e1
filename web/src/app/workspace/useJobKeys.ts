import { useEffect } from "react";
import { useNavigate } from "react-router";
import type { Editing } from "../../job/useWorkspace";
import { isTyping } from "../keys";
import { STAGES } from "./stages";

/** The keys of a job: its stages by number, undo and redo, and letting go. */
export function useJobKeys(jobId: string, editing: Editing | null, letGo: () => void): void {
  const navigate = useNavigate();
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (event.key === "Escape") letGo();
      if (isTyping(event) || event.altKey) return;
      const held = event.ctrlKey || event.metaKey;
      const stage = STAGES[Number(event.key) - 1];
      if (stage && !held) void navigate(`/jobs/${jobId}/${stage.key}`);
      if (!held || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey) editing?.redo();
      else editing?.undo();
    };
    addEventListener("keydown", keys);
    return () => removeEventListener("keydown", keys);
  });
}

/** What the browser calls the page: the stage and the job. */
export function usePageTitle(job: string | undefined, stage: string | undefined): void {
  useEffect(() => {
    if (job && stage) document.title = `${stage}: ${job} · Rock Pin`;
  }, [job, stage]);
}
