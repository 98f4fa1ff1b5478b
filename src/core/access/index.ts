/** Who may do what: roles and acts as data, and the one question asked of them. */
export { type Act, ACTS } from "./acts";
export { type Asker, may, OUTSIDE_CARE, type RecordFacts, rolesFor, type Verdict } from "./may";
export {
  CODE_ROLES,
  type CodeRole,
  JOINED_ROLES,
  JOINED_SAYS,
  type JoinedRole,
  type JoinedSays,
  mayJoinedSay,
} from "./joined";
export { SCOPE_IDS, type Scope, SCOPES } from "./scopes";
