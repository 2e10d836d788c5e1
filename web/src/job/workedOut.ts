/** What the server works out for a job when asked, besides its plan; every change makes it old. */
export const WORKED_OUT = [
  "/api/jobs/{job_id}/holes/{hole_id}/ways",
  "/api/jobs/{job_id}/holes/{hole_id}/ways-on",
  "/api/jobs/{job_id}/hole-sets",
  "/api/jobs/{job_id}/ways-out",
  "/api/jobs/{job_id}/fit",
  "/api/jobs/{job_id}/placing",
  "/api/jobs/{job_id}/places",
  "/api/jobs/{job_id}/beside",
  "/api/guide",
] as const;
