import * as account from "./account/handlers";
import * as accountChangeHands from "./account/change-hands/handlers";
import * as accountCode from "./account/code/handlers";
import * as accountCodes from "./account/codes/handlers";
import * as accountCodesConfirm from "./account/codes/confirm/handlers";
import * as accountCodesEnd from "./account/codes/end/handlers";
import * as accountDoor from "./account/door/handlers";
import * as accountEndSession from "./account/end-session/handlers";
import * as accountLock from "./account/lock/handlers";
import * as accountLockCode from "./account/lock-code/handlers";
import * as accountOwner from "./account/owner/handlers";
import * as accountPasskey from "./account/passkey/handlers";
import * as accountPasskeyAsk from "./account/passkey/ask/handlers";
import * as accountPasskeys from "./account/passkeys/handlers";
import * as accountPasskeysBegin from "./account/passkeys/begin/handlers";
import * as accountPasskeysEnd from "./account/passkeys/end/handlers";
import * as accountPassphrase from "./account/passphrase/handlers";
import * as accountSeal from "./account/seal/handlers";
import * as accountSignIn from "./account/sign-in/handlers";
import * as accountSignOut from "./account/sign-out/handlers";
import * as accountUnlock from "./account/unlock/handlers";
import * as backups from "./backups/handlers";
import * as backupsLook from "./backups/look/handlers";
import * as backupsMerge from "./backups/merge/handlers";
import * as backupsRestore from "./backups/restore/handlers";
import * as countersign from "./countersign/handlers";
import * as databases from "./databases/handlers";
import * as due from "./due/handlers";
import * as lists from "./lists/handlers";
import * as dueCalendar from "./due/calendar/handlers";
import * as episodesEpisodeEvents from "./episodes/[episode]/events/handlers";
import * as evidence from "./evidence/handlers";
import * as evidenceErrors from "./evidence/errors/handlers";
import * as evidenceExport from "./evidence/export/handlers";
import * as evidenceImport from "./evidence/import/handlers";
import * as examsExam from "./exams/[exam]/handlers";
import * as examsExamCountersign from "./exams/[exam]/countersign/handlers";
import * as examsExamDevices from "./exams/[exam]/devices/handlers";
import * as examsExamDevicesLive from "./exams/[exam]/devices/live/handlers";
import * as examsExamEvents from "./exams/[exam]/events/handlers";
import * as examsExamExport from "./exams/[exam]/export/handlers";
import * as examsExamFhir from "./exams/[exam]/fhir/handlers";
import * as examsExamGrants from "./exams/[exam]/grants/handlers";
import * as examsExamHelpers from "./exams/[exam]/helpers/handlers";
import * as examsExamLetter from "./exams/[exam]/letter/handlers";
import * as examsExamLive from "./exams/[exam]/live/handlers";
import * as examsExamPad from "./exams/[exam]/pad/handlers";
import * as examsExamSignature from "./exams/[exam]/signature/handlers";
import * as examsExamSupervise from "./exams/[exam]/supervise/handlers";
import * as given from "./given/handlers";
import * as health from "./health/handlers";
import * as here from "./here/handlers";
import * as takeIn from "./import/handlers";
import * as incoming from "./incoming/handlers";
import * as join from "./join/handlers";
import * as joinClock from "./join/clock/handlers";
import * as joinLeave from "./join/leave/handlers";
import * as joinLive from "./join/live/handlers";
import * as joinSay from "./join/say/handlers";
import * as keeping from "./keeping/handlers";
import * as log from "./log/handlers";
import * as logExport from "./log/export/handlers";
import * as members from "./members/handlers";
import * as membersPractitioner from "./members/[practitioner]/handlers";
import * as membersPractitionerPassphrase from "./members/[practitioner]/passphrase/handlers";
import * as people from "./people/handlers";
import * as peoplePerson from "./people/[person]/handlers";
import * as peoplePersonCare from "./people/[person]/care/handlers";
import * as peoplePersonCourses from "./people/[person]/courses/handlers";
import * as peoplePersonErase from "./people/[person]/erase/handlers";
import * as peoplePersonExport from "./people/[person]/export/handlers";
import * as peoplePersonHandOver from "./people/[person]/hand-over/handlers";
import * as practitioners from "./practitioners/handlers";
import * as practitionersPractitionerChoose from "./practitioners/[practitioner]/choose/handlers";
import * as practitionersPractitionerSettings from "./practitioners/[practitioner]/settings/handlers";
import * as printed from "./printed/handlers";
import * as team from "./team/handlers";
import * as words from "./words/handlers";
import * as tokens from "./tokens/handlers";
import * as tokensTokenEnd from "./tokens/[token]/end/handlers";

/** The handlers of every address, each by its method. An address that is missing here is missed by a test. */
export const HANDLERS = [
  account,
  accountChangeHands,
  accountCode,
  accountCodes,
  accountCodesConfirm,
  accountCodesEnd,
  accountDoor,
  accountEndSession,
  accountLock,
  accountLockCode,
  accountOwner,
  accountPasskey,
  accountPasskeyAsk,
  accountPasskeys,
  accountPasskeysBegin,
  accountPasskeysEnd,
  accountPassphrase,
  accountSeal,
  accountSignIn,
  accountSignOut,
  accountUnlock,
  backups,
  backupsLook,
  backupsMerge,
  backupsRestore,
  countersign,
  databases,
  due,
  lists,
  dueCalendar,
  episodesEpisodeEvents,
  evidence,
  evidenceErrors,
  evidenceExport,
  evidenceImport,
  examsExam,
  examsExamCountersign,
  examsExamDevices,
  examsExamDevicesLive,
  examsExamEvents,
  examsExamExport,
  examsExamFhir,
  examsExamGrants,
  examsExamHelpers,
  examsExamLetter,
  examsExamLive,
  examsExamPad,
  examsExamSignature,
  examsExamSupervise,
  given,
  health,
  here,
  takeIn,
  incoming,
  join,
  joinClock,
  joinLeave,
  joinLive,
  joinSay,
  keeping,
  log,
  logExport,
  members,
  membersPractitioner,
  membersPractitionerPassphrase,
  people,
  peoplePerson,
  peoplePersonCare,
  peoplePersonCourses,
  peoplePersonErase,
  peoplePersonExport,
  peoplePersonHandOver,
  practitioners,
  practitionersPractitionerChoose,
  practitionersPractitionerSettings,
  printed,
  team,
  words,
  tokens,
  tokensTokenEnd,
];
