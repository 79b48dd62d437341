import type { FieldValues, Path } from "react-hook-form";
import type { ClientFields, HorseFields } from "#contracts/stay.ts";
import { HISTORY_ANSWERS, HISTORY_TOPICS, HORSE_CLASSES, SEXES } from "#core/horse/horse.ts";
import { Check, type Form, Select, Text } from "#ui/kit/form-fields.tsx";
import { lengthBy } from "#ui/kit/length-by.ts";
import { dialIn, Measured } from "#ui/kit/Measured.tsx";
import { CLASS, HISTORY_ANSWER, HISTORY_TOPIC, SEX } from "#ui/words/labels-desk.ts";

/** Client and horse, shared by booking and by changing them later. */
export function DetailsFieldsets<T extends FieldValues & { client: ClientFields; horse: HorseFields }>({
  form,
}: {
  form: Form<T>;
}) {
  const path = (name: string) => name as Path<T>;
  return (
    <>
      <fieldset className="grid gap-3 sm:grid-cols-2">
        <legend className="sign pb-1 text-lg">The client</legend>
        <div className="sm:col-span-2">
          <Text form={form} name={path("client.name")} label="Name" />
        </div>
        <Text form={form} name={path("client.phone")} label="Telephone" kind="tel" />
        <Text form={form} name={path("client.email")} label="E-mail" kind="email" />
        <Text form={form} name={path("client.emergencyName")} label="In an emergency" />
        <Text form={form} name={path("client.emergencyPhone")} label="Their telephone" kind="tel" />
        <Text form={form} name={path("client.vetName")} label="The horse's vet" />
        <Text form={form} name={path("client.vetPhone")} label="Vet's telephone" kind="tel" />
        <div className="sm:col-span-2">
          <Check
            form={form}
            name={path("client.vetRelease")}
            label="Vet release signed: we may call a vet when the owner cannot be reached"
          />
        </div>
      </fieldset>
      <fieldset className="grid gap-3 sm:grid-cols-2">
        <legend className="sign pb-1 text-lg">The horse</legend>
        <Text form={form} name={path("horse.name")} label="Name" />
        <Select
          form={form}
          name={path("horse.class")}
          label="Type"
          options={HORSE_CLASSES.map((one) => [one, CLASS[one]] as const)}
        />
        <Text form={form} name={path("horse.birthYear")} label="Born in" kind="number" hint="Year; empty: unknown" />
        <Text form={form} name={path("horse.birthDate")} label="or on" kind="date" />
        <Select form={form} name={path("horse.sex")} label="Sex" options={SEXES.map((one) => [one, SEX[one]] as const)} />
        <Measured
          form={form}
          name={path("horse.heightCm")}
          label="Height"
          by={lengthBy("withersCm")}
          hint="At the withers; empty: unknown"
        />
        <Measured
          form={form}
          name={path("horse.toldKg")}
          label="Weight as the owner says"
          by={dialIn("weight")}
          hint="Not used for riding: weigh on arrival"
        />
        {HISTORY_TOPICS.map((topic) => (
          <Select
            key={topic}
            form={form}
            name={path(`horse.history.${topic}`)}
            label={`${HISTORY_TOPIC[topic]} before?`}
            options={HISTORY_ANSWERS.map((one) => [one, HISTORY_ANSWER[one]] as const)}
          />
        ))}
        <div className="sm:col-span-2">
          <Text form={form} name={path("horse.historyWords")} label="History and main problem, in words" rows={2} />
        </div>
      </fieldset>
    </>
  );
}
