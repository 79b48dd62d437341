/** Every write that the application knows, with who may ask for it. The one endpoint serves these and nothing else. */
import { SeeAlert } from "#contracts/alert.ts";
import { TakeArchive } from "#contracts/archive.ts";
import { AddPlace, EditPlace, EditPolicies, EditSteps, EditWays, EditWeights } from "#contracts/barn.ts";
import { CancelCard, CloseCard, TellCard, UnplannedCard } from "#contracts/card.ts";
import {
  AttachFile,
  BeginTrial,
  BookCheck,
  CancelCheck,
  CloseCheck,
  EditCheck,
  EndTrial,
  OrderCheck,
  ReleaseCheck,
  RemoveFile,
} from "#contracts/check.ts";
import {
  AddAppointment,
  HandOut,
  LayOut,
  LockCard,
  MoveCard,
  PlaceCard,
  RemoveAppointment,
  SplitCard,
  TakeBack,
} from "#contracts/day.ts";
import { FeedOf } from "#contracts/feed.ts";
import { LookAt } from "#contracts/first-start.ts";
import { TakeImport, UndoImport } from "#contracts/import.ts";
import { BeginEvaluation, CloseEvaluation, EditInstrument, SaveEvaluation, SignEvaluation } from "#contracts/intake.ts";
import { DropLayout } from "#contracts/jump.ts";
import { EditKeeping, ForgetClient } from "#contracts/keeping.ts";
import { Practise, SaveLadder, WritePage } from "#contracts/ladder.ts";
import { CorrectPhrase, Speak } from "#contracts/language.ts";
import { AddMedia, RemoveMedia } from "#contracts/media.ts";
import {
  AddContact,
  AnswerQuestion,
  DropLink,
  MakeLink,
  RemoveContact,
  RetryMessage,
  SaveHandOver,
  SaveVisit,
  SeeCheckBack,
  SeeHomework,
  SetHomework,
  SettleMessage,
  WriteOwner,
} from "#contracts/owner.ts";
import {
  AddAbsence,
  AddPerson,
  ChangePassword,
  EditPerson,
  EndSession,
  RemoveAbsence,
  ResetPassword,
  RetirePerson,
  type Role,
  Sure,
  TurnOnCodes,
} from "#contracts/people.ts";
import { EditMethods, LayStep, SetGoals, SetPins } from "#contracts/plan.ts";
import { AddPhoto, ApproveReport, ComposeReports, RemovePhoto, SaveReport, TakeMedia } from "#contracts/report.ts";
import {
  AddHold,
  BookStay,
  EditDetails,
  EditStay,
  EndHold,
  KeepFrom,
  MeasureHorse,
  SendHome,
  SetApart,
} from "#contracts/stay.ts";
import { AnswerNeed } from "#contracts/watch.ts";
import { EnterWeather, ForgetWeather } from "#contracts/weather.ts";
import { SetWeek } from "#contracts/week.ts";
import { seeAlert } from "./alert/alerts.ts";
import { takeArchive } from "./archive/take-archive.ts";
import { addPlace, editPlace, editPolicies, editSteps, editWays, editWeights } from "./barn/manage.ts";
import { cancelCard } from "./card/cancel-card.ts";
import { closeCard } from "./card/close-card.ts";
import { tellCard } from "./card/tell.ts";
import { unplannedCard } from "./card/unplanned.ts";
import {
  attachFile,
  beginTrial,
  bookCheck,
  cancelCheck,
  closeCheck,
  editCheck,
  endTrial,
  orderCheck,
  releaseCheck,
  removeFile,
} from "./check/manage.ts";
import { addAppointment, removeAppointment } from "./day/appointments.ts";
import { handOut, lockCard, moveCard, placeCard, takeBack } from "./day/hand-out.ts";
import { layOut } from "./day/lay-out.ts";
import { splitCard } from "./day/split.ts";
import { dropFeed, makeFeed } from "./feed/manage.ts";
import { lookAt } from "./first-start/steps.ts";
import { type Command, command } from "./http/command.ts";
import { takeImport, undoImport } from "./import/take.ts";
import { editInstrument, signEvaluation } from "./intake/sign.ts";
import { beginEvaluation, closeEvaluation, saveEvaluation } from "./intake/walk.ts";
import { editKeeping, forgetClient } from "./keeping/forget.ts";
import { practise, saveLadder, writePage } from "./ladder/edit-ladder.ts";
import { correctPhrase, readThrough, speak } from "./language/words.ts";
import { addMedia, removeMedia } from "./media/media.ts";
import { answerQuestion, seeCheckBack } from "./owner/answer.ts";
import { addContact, removeContact } from "./owner/contacts.ts";
import { saveHandOver } from "./owner/hand-over.ts";
import { saveVisit, seeHomework, setHomework } from "./owner/homework.ts";
import { endLink, makeLink } from "./owner/link.ts";
import { retryMessage, settleMessage, writeOwner } from "./owner/message.ts";
import { beginCodes, changePassword, endSession, turnOffCodes, turnOnCodes } from "./people/account.ts";
import { addAbsence, addPerson, editPerson, removeAbsence, resetPassword, retire } from "./people/manage.ts";
import { layStep } from "./plan/lay-step.ts";
import { editMethods, setGoals, setPins } from "./plan/manage.ts";
import { addPhoto, removePhoto, takeMedia } from "./report/photos.ts";
import { approveReport, composeReports, saveReport } from "./report/report.ts";
import { addHold, bookStay, editDetails, editStay, endHold, keepFrom, measure, sendHome, setApart } from "./stay/manage.ts";
import { dropLayout } from "./tools/layouts.ts";
import { answerNeed } from "./watch/answer.ts";
import { enterWeather, forgetWeather } from "./weather/enter.ts";
import { setWeek } from "./week/set-week.ts";

const manager: readonly Role[] = ["manager"];
const staff: readonly Role[] = ["manager", "rider", "helper"];

export const COMMANDS: Readonly<Record<string, Command>> = {
  "import/take": command(manager, TakeImport, takeImport, { confirmed: true, onlyLooks: ({ how }) => how === "look" }),
  "import/horse": command(manager, TakeArchive, takeArchive, { confirmed: true }),
  "import/undo": command(manager, UndoImport, undoImport),
  "stay/forget-client": command(manager, ForgetClient, forgetClient, { confirmed: true }),
  "barn/edit-keeping": command(manager, EditKeeping, editKeeping, { confirmed: true }),
  "people/add": command(manager, AddPerson, addPerson, { confirmed: true }),
  "people/edit": command(manager, EditPerson, editPerson),
  "people/retire": command(manager, RetirePerson, retire, { confirmed: true }),
  "people/reset-password": command(manager, ResetPassword, resetPassword, { confirmed: true }),
  "account/change-password": command(staff, ChangePassword, changePassword, { confirmed: true }),
  "account/end-session": command(staff, EndSession, endSession),
  "account/begin-codes": command(manager, Sure, beginCodes, { confirmed: true }),
  "account/turn-on-codes": command(manager, TurnOnCodes, turnOnCodes),
  "account/turn-off-codes": command(manager, Sure, turnOffCodes, { confirmed: true }),
  "language/speak": command(staff, Speak, speak),
  "language/correct": command(staff, CorrectPhrase, correctPhrase),
  "language/read-through": command(staff, Sure, readThrough),
  "people/add-absence": command(manager, AddAbsence, addAbsence),
  "people/remove-absence": command(manager, RemoveAbsence, removeAbsence),
  "stay/book": command(manager, BookStay, bookStay),
  "stay/edit": command(manager, EditStay, editStay),
  "stay/edit-details": command(manager, EditDetails, editDetails),
  "stay/add-hold": command(manager, AddHold, addHold),
  "stay/end-hold": command(manager, EndHold, endHold),
  "stay/set-apart": command(manager, SetApart, setApart),
  "stay/keep-from": command(manager, KeepFrom, keepFrom),
  "stay/measure": command(staff, MeasureHorse, measure),
  "stay/send-home": command(manager, SendHome, sendHome),
  "intake/begin": command(manager, BeginEvaluation, beginEvaluation),
  "intake/save": command(manager, SaveEvaluation, saveEvaluation),
  "intake/close": command(manager, CloseEvaluation, closeEvaluation),
  "intake/sign": command(manager, SignEvaluation, signEvaluation),
  "intake/edit-instrument": command(manager, EditInstrument, editInstrument),
  "check/order": command(manager, OrderCheck, orderCheck),
  "check/edit": command(manager, EditCheck, editCheck),
  "check/book": command(manager, BookCheck, bookCheck),
  "check/close": command(manager, CloseCheck, closeCheck),
  "check/release": command(manager, ReleaseCheck, releaseCheck),
  "check/cancel": command(manager, CancelCheck, cancelCheck),
  "check/attach": command(manager, AttachFile, attachFile),
  "check/remove-file": command(manager, RemoveFile, removeFile),
  "check/begin-trial": command(manager, BeginTrial, beginTrial),
  "check/end-trial": command(manager, EndTrial, endTrial),
  "barn/look-at": command(manager, LookAt, lookAt),
  "barn/edit-policies": command(manager, EditPolicies, editPolicies),
  "barn/edit-weights": command(manager, EditWeights, editWeights),
  "barn/edit-steps": command(manager, EditSteps, editSteps),
  "barn/edit-ways": command(manager, EditWays, editWays),
  "ladder/save": command(manager, SaveLadder, saveLadder),
  "ladder/write-page": command(manager, WritePage, writePage),
  "ladder/practise": command(staff, Practise, practise),
  "barn/edit-methods": command(manager, EditMethods, editMethods),
  "plan/set-goals": command(manager, SetGoals, setGoals),
  "plan/set-pins": command(manager, SetPins, setPins),
  "plan/lay-step": command(manager, LayStep, layStep),
  "barn/add-place": command(manager, AddPlace, addPlace),
  "barn/edit-place": command(manager, EditPlace, editPlace),
  "day/place": command(manager, PlaceCard, placeCard),
  "day/move": command(manager, MoveCard, moveCard),
  "day/lock": command(manager, LockCard, lockCard),
  "day/lay-out": command(manager, LayOut, layOut),
  "day/split": command(manager, SplitCard, splitCard),
  "day/add-appointment": command(manager, AddAppointment, addAppointment),
  "day/remove-appointment": command(manager, RemoveAppointment, removeAppointment),
  "feed/make": command(staff, FeedOf, makeFeed),
  "feed/drop": command(staff, FeedOf, dropFeed),
  "week/set": command(manager, SetWeek, setWeek),
  "weather/enter": command(manager, EnterWeather, enterWeather),
  "weather/forget": command(manager, ForgetWeather, forgetWeather),
  "day/take-back": command(manager, TakeBack, takeBack),
  "day/hand-out": command(manager, HandOut, handOut),
  "card/cancel": command(staff, CancelCard, cancelCard),
  "card/close": command(staff, CloseCard, closeCard),
  "card/tell": command(staff, TellCard, tellCard),
  "card/unplanned": command(staff, UnplannedCard, unplannedCard),
  "watch/answer": command(manager, AnswerNeed, answerNeed),
  "owner/write": command(manager, WriteOwner, writeOwner),
  "owner/retry": command(manager, RetryMessage, retryMessage),
  "owner/settle": command(manager, SettleMessage, settleMessage),
  "owner/make-link": command(manager, MakeLink, makeLink, { confirmed: true }),
  "owner/drop-link": command(manager, DropLink, endLink, { confirmed: true }),
  "owner/add-contact": command(manager, AddContact, addContact, { confirmed: true }),
  "owner/remove-contact": command(manager, RemoveContact, removeContact),
  "media/add": command(staff, AddMedia, addMedia),
  "media/remove": command(manager, RemoveMedia, removeMedia),
  "report/take-media": command(manager, TakeMedia, takeMedia),
  "tools/drop-layout": command(manager, DropLayout, dropLayout),
  "owner/set-homework": command(manager, SetHomework, setHomework),
  "owner/see-homework": command(manager, SeeHomework, seeHomework),
  "owner/save-visit": command(manager, SaveVisit, saveVisit),
  "owner/answer": command(manager, AnswerQuestion, answerQuestion),
  "owner/see-check-back": command(manager, SeeCheckBack, seeCheckBack),
  "owner/hand-over": command(manager, SaveHandOver, saveHandOver),
  "alert/see": command(manager, SeeAlert, seeAlert),
  "report/save": command(manager, SaveReport, saveReport),
  "report/compose": command(manager, ComposeReports, composeReports),
  "report/add-photo": command(manager, AddPhoto, addPhoto),
  "report/remove-photo": command(manager, RemovePhoto, removePhoto),
  "report/approve": command(manager, ApproveReport, approveReport),
};
