declare const kind: unique symbol;

/** An identifier that cannot be taken for that of another kind of thing. */
export type Id<K extends string> = string & { readonly [kind]: K };

export type PersonId = Id<"person">;
export type ClientId = Id<"client">;
export type HorseId = Id<"horse">;
export type StayId = Id<"stay">;
export type PlaceId = Id<"place">;
export type EvaluationId = Id<"evaluation">;
export type CardId = Id<"card">;
export type HoldId = Id<"hold">;
export type ReportId = Id<"report">;
export type CheckId = Id<"check">;
export type FileId = Id<"file">;
export type TrialId = Id<"trial">;
export type MessageId = Id<"message">;
export type HomeworkId = Id<"homework">;
export type VisitId = Id<"visit">;
export type MediaId = Id<"media">;
export type ContactId = Id<"contact">;
export type PhotoId = Id<"photo">;
export type BackupId = Id<"backup">;
export type ImportId = Id<"import">;
