import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { Controller, type FieldValues, type Path, useForm } from "react-hook-form";
import { AddPlace, EditPlace, type PlaceFields, type ShutTime, SURFACES } from "#contracts/barn.ts";
import type { BarnView } from "#contracts/views.barn.ts";
import { STAGES } from "#core/reading/reading.ts";
import { type Lines, useFormConflict } from "#ui/kit/form-conflict.tsx";
import { Check, type Form, Select, Text } from "#ui/kit/form-fields.tsx";
import { Button, Picks, Tag, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { listed, plural } from "#ui/words/figures.ts";
import { STAGE } from "#ui/words/labels.ts";
import { SURFACE } from "#ui/words/labels-desk.ts";
import { ShutTimes, sayShut } from "./ShutTimes.tsx";

type Place = BarnView["places"][number];
const NEW: PlaceFields = {
  name: "",
  capacity: 1,
  separate: false,
  outdoor: true,
  surface: "unknown",
  stages: [...STAGES],
  closed: false,
  shutTimes: [],
};
const LINES: Lines<PlaceFields> = {
  name: ["Name", (x) => x],
  capacity: ["Horses at once", String],
  separate: ["Separate pens", (x) => (x ? "yes" : "no")],
  outdoor: ["Outdoors", (x) => (x ? "yes" : "no")],
  surface: ["Surface", (x) => SURFACE[x]],
  stages: ["Ridden there", (x) => listed(x.map((one) => STAGE[one])) || "nobody"],
  closed: ["In use", (x) => (x ? "no" : "yes")],
  shutTimes: ["Shut", (x) => listed(x.map(sayShut)) || "never"],
};

function PlaceFieldset<T extends FieldValues & { place: PlaceFields }>({ form }: { form: Form<T> }) {
  const path = (name: keyof PlaceFields) => `place.${name}` as Path<T>;
  return (
    <div className="grid gap-3 md:grid-cols-2">
      <Text form={form} name={path("name")} label="Name" />
      <Text form={form} name={path("capacity")} kind="number" label="Horses at once" />
      <Controller
        control={form.control}
        name={path("stages")}
        render={({ field }) => (
          <Picks
            legend="Horses that may be ridden here"
            options={STAGES.map((stage) => [stage, STAGE[stage]] as const)}
            value={field.value}
            onChange={field.onChange}
          />
        )}
      />
      <Select
        form={form}
        name={path("surface")}
        label="Surface"
        options={SURFACES.map((surface) => [surface, SURFACE[surface]] as const)}
      />
      <Controller
        control={form.control}
        name={path("shutTimes")}
        render={({ field }) => <ShutTimes value={field.value as ShutTime[]} onChange={field.onChange} />}
      />
      <div>
        <Check form={form} name={path("outdoor")} label="Outdoors: heat and wind count" />
        <Check form={form} name={path("separate")} label="Separate pens: horses don't share the space" />
        <Check form={form} name={path("closed")} label="Out of use" />
      </div>
    </div>
  );
}

function AddPlaceForm() {
  const form = useForm<AddPlace, unknown, AddPlace>({ resolver: zodResolver(AddPlace), defaultValues: { place: NEW } });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    if ((await send("barn/add-place", values)).ok) location.reload();
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid gap-3 border-2 border-rail p-3">
      <PlaceFieldset form={form} />
      <Trouble problem={problem} />
      <Button type="submit" tone="main" disabled={busy} className="justify-self-start">
        Add this place
      </Button>
    </form>
  );
}

function EditPlaceForm({ place: { id, version, ...place } }: { place: Place }) {
  const form = useForm<EditPlace, unknown, EditPlace>({
    resolver: zodResolver(EditPlace),
    defaultValues: { id, version, place },
  });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    const answer = await send("barn/edit-place", values);
    if (answer.ok) location.reload();
    else if (answer.problem.code === "changed-meanwhile")
      conflict.meet(answer.problem.current as PlaceFields & { version: number });
  });
  const conflict = useFormConflict<EditPlace, PlaceFields>({
    form,
    lines: LINES,
    pathOf: (key) => `place.${key}` as "place.name",
    mine: () => form.getValues("place"),
    save: () => void save(),
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid gap-3 border-2 border-rail p-3">
      <PlaceFieldset form={form} />
      {conflict.panel}
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      <Button type="submit" tone="main" disabled={busy} className="justify-self-start">
        Save this place
      </Button>
    </form>
  );
}

/** Where horses are worked, and how many at once. */
export function Places({ view }: { view: BarnView }) {
  const [open, setOpen] = useState<string | null>(null);
  const toggle = (what: string): void => setOpen(open === what ? null : what);
  return (
    <section aria-labelledby="places-title">
      <h2 id="places-title">Places</h2>
      <ul>
        {view.places.map((place) => (
          <li key={place.id} className="border-b border-line py-1">
            <div className="flex flex-wrap items-center gap-x-3">
              <strong>{place.name}</strong>
              <span>
                {plural(place.capacity, "horse")} at once{place.separate ? ", in separate pens" : ""} ·{" "}
                {place.outdoor ? "outdoors" : "under a roof"}
                {place.surface === "unknown" ? "" : `, ${SURFACE[place.surface].toLowerCase()}`} · ridden here:{" "}
                {listed(place.stages.map((stage) => STAGE[stage])) || "nobody"}
                {place.shutTimes.length > 0 && ` · closed ${listed(place.shutTimes.map(sayShut))}`}
              </span>
              {place.closed && <Tag tone="attend">out of use</Tag>}
              <Button
                className="ml-auto"
                aria-expanded={open === place.id}
                aria-label={`Change ${place.name}`}
                onClick={() => toggle(place.id)}
              >
                Change
              </Button>
            </div>
            {open === place.id && <EditPlaceForm place={place} />}
          </li>
        ))}
      </ul>
      <div className="grid gap-2 pt-2">
        <div>
          <Button aria-expanded={open === "new"} onClick={() => toggle("new")}>
            Add a place
          </Button>
        </div>
        {open === "new" && <AddPlaceForm />}
      </div>
    </section>
  );
}
