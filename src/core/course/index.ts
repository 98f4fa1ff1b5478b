/** Many visits of one complaint: what is followed, whether it really changed, and when to send somebody on. */
export { type Course, courseFrom, forCourse, type CourseTechnique, techniqueText, type VisitShown } from "./course";
export { bandOf, betterOf, beyondIn, judgeMean, judgePoints, sayBand } from "./judge";
export { type NeuroCourse, neuroCourse, type NeuroRow, sayNeurology } from "./neuro-course";
export { type ProposedSign, proposedSigns } from "./proposals";
export { reactionText } from "./reaction-text";
export { ANYTHING_NEW, askedAllAgain, sinceLast, testsAgain } from "./returning";
export { testedBefore } from "./tested-before";
export { mainSigns, sendOn, type SendOn, type SendOnSettings, USUAL_SEND_ON } from "./send-on";
export { type CoursePoint, daysBetween, endWord, signCourse, type SignCourse } from "./sign-course";
export { measureOf, pointsAt, type FollowedSign, signLabel, type SignPoint, testOf } from "./signs";
export { courseOf } from "./course-of";
export { type CourseVisit, dayOfVisit, inOrder, oddOrder, sayDay, visitOf } from "./visit";
