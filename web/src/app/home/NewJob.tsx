import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { useForm, useWatch } from "react-hook-form";
import { useNavigate } from "react-router";
import { client, type Lists, type Schemas, unwrap } from "../../api/client";
import { refreshSites } from "../../api/queries";
import { startOf, whatGoesUp } from "../../lib/whatGoesUp";
import { useCalled } from "../useCalled";
import { Choose, FormDialog, Text } from "./FormDialog";

export function NewJob({
  siteId,
  walls,
  lists,
}: {
  siteId: string;
  walls: readonly Schemas["WallLine"][];
  lists: Lists;
}) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const first = lists.shapes[0]?.key ?? "";
  const { register, control, handleSubmit, setValue } = useForm({
    defaultValues: { title: "", wall_id: walls[0]?.id ?? "", shape: first },
  });
  const chosen = useWatch({ control, name: "shape" });
  const called = useCalled(useWatch({ control, name: "title" }));
  // what somebody picked himself stays, whatever he calls it
  const picked = useRef(false);
  useEffect(() => {
    if (called !== undefined && !picked.current) setValue("shape", called.key ?? first);
  }, [called, first, setValue]);
  return (
    <FormDialog
      title="New job"
      says="One thing to hang, on one wall."
      action="Start the job"
      look="open"
      handle={handleSubmit}
      onSubmit={async ({ shape, ...named }) => {
        const body = picked.current ? { ...named, shape } : named;
        const params = { path: { site_id: siteId } };
        const made = unwrap(await client.POST("/api/sites/{site_id}/jobs", { params, body }));
        await refreshSites(queries);
        void navigate(`/jobs/${made.id}/fixture`);
      }}
    >
      <Text label="What goes up" entry={register("title")} placeholder="Coat rail" />
      {called?.beyond && (
        <p role="status" className="border-l-4 border-ochre bg-ochre-wash p-2 text-[13px]">
          {called.beyond}
        </p>
      )}
      <Choose
        label="On which wall"
        name="wall_id"
        control={control}
        options={walls.map((one) => ({ key: one.id, label: one.name }))}
      />
      <Choose
        label="What it is like"
        name="shape"
        control={control}
        options={whatGoesUp(lists)}
        onPick={() => {
          picked.current = true;
        }}
      />
      <p className="text-[12px] text-soft">{startOf(lists, chosen)?.says}</p>
    </FormDialog>
  );
}
