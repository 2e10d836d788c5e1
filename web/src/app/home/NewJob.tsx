import { useQueryClient } from "@tanstack/react-query";
import { useForm, useWatch } from "react-hook-form";
import { useNavigate } from "react-router";
import { client, type Lists, type Schemas, unwrap } from "../../api/client";
import { refreshSites } from "../../api/queries";
import { startOf, whatGoesUp } from "../../lib/whatGoesUp";
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
  const { register, control, handleSubmit } = useForm({
    defaultValues: { title: "", wall_id: walls[0]?.id ?? "", shape: lists.shapes[0]?.key ?? "" },
  });
  const chosen = useWatch({ control, name: "shape" });
  return (
    <FormDialog
      title="New job"
      says="One thing to hang, on one wall."
      action="Start the job"
      look="open"
      handle={handleSubmit}
      onSubmit={async (body) => {
        const params = { path: { site_id: siteId } };
        const made = unwrap(await client.POST("/api/sites/{site_id}/jobs", { params, body }));
        await refreshSites(queries);
        void navigate(`/jobs/${made.id}/fixture`);
      }}
    >
      <Text label="What goes up" entry={register("title")} placeholder="Coat rail" />
      <Choose
        label="On which wall"
        name="wall_id"
        control={control}
        options={walls.map((one) => ({ key: one.id, label: one.name }))}
      />
      <Choose label="What it is like" name="shape" control={control} options={whatGoesUp(lists)} />
      <p className="text-[12px] text-soft">{startOf(lists, chosen)?.says}</p>
    </FormDialog>
  );
}
