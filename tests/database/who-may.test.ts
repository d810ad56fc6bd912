// Every route and every action, asked by everybody who has no business there: nothing is read, nothing is changed, and what is
// somebody else's is answered like what is not there.

import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'kysely';
import * as account from '@/app/account/actions';
import * as signedIn from '@/app/actions';
import * as answersRoute from '@/app/api/answers/route';
import * as boardRoute from '@/app/api/classes/[classId]/board/route';
import * as wholeClassRoute from '@/app/api/classes/[classId]/everything/route';
import * as planRoute from '@/app/api/given/[assignmentId]/plan/route';
import * as wordRoute from '@/app/api/given/[assignmentId]/words/route';
import * as documentRoute from '@/app/api/lines/[lineId]/document/route';
import * as lineFileRoute from '@/app/api/lines/[lineId]/file/route';
import * as modelRoute from '@/app/api/lines/[lineId]/model/[place]/route';
import * as openingRoute from '@/app/api/openings/[contentHash]/route';
import * as peopleRoute from '@/app/api/people/route';
import * as practisedRoute from '@/app/api/practised/route';
import * as problemsRoute from '@/app/api/problems/route';
import * as wholeStudentRoute from '@/app/api/students/[studentId]/everything/route';
import * as remindersRoute from '@/app/api/students/[studentId]/reminders/route';
import * as audioRoute from '@/app/api/takes/[takeId]/audio/route';
import * as piecesRoute from '@/app/api/takes/[takeId]/pieces/route';
import * as takeRoute from '@/app/api/takes/[takeId]/route';
import * as stateRoute from '@/app/api/takes/[takeId]/state/route';
import * as voiceRoute from '@/app/api/takes/[takeId]/voice/[kind]/route';
import * as roster from '@/app/classes/[classId]/roster/actions';
import * as classes from '@/app/classes/actions';
import * as weekActions from '@/app/desk/week/actions';
import * as given from '@/app/given/[assignmentId]/actions';
import * as installation from '@/app/installation/actions';
import * as invitation from '@/app/invitation/[token]/actions';
import * as newPassword from '@/app/new-password/actions';
import * as noticesRoute from '@/app/notices/all/route';
import * as plans from '@/app/plans/actions';
import * as stand from '@/app/practice/[assignmentId]/actions';
import * as line from '@/app/shelf/[lineId]/actions';
import * as desk from '@/app/shelf/[lineId]/write/actions';
import * as shelf from '@/app/shelf/actions';
import * as bin from '@/app/shelf/bin/actions';
import * as books from '@/app/shelf/books/[bookId]/actions';
import * as page from '@/app/shelf/bring-in/actions';
import * as giving from '@/app/shelf/give/actions';
import * as recipe from '@/app/shelf/recipe/actions';
import * as signIn from '@/app/sign-in/actions';
import * as book from '@/app/students/[studentId]/book/actions';
import * as take from '@/app/takes/[takeId]/actions';
import { dayOf } from '@/core/calendar';
import { READY_PLANS } from '@/core/practice';
import { ENGRAVING_VERSION, type Engraving, USUAL_DRAWINGS } from '@/engraving/engraving';
import { savePlan } from '@/server/access/practice/plans';
import { handIn } from '@/server/access/practice/takes';
import { pinWord } from '@/server/access/review/pins';
import { keepVoice } from '@/server/access/review/voices';
import { setArchived, setLeft } from '@/server/access/school/roster';
import { keepOwnModel } from '@/server/access/shelf/own-model';
import { createStudent, createTeacher } from '@/server/auth/accounts';
import { database } from '@/server/db/connection';
import { insertClass } from '@/server/db/queries/classes';
import { storeEngraving } from '@/server/db/queries/music';
import { acceptHelping, insertCoTeacher } from '@/server/db/queries/teaching';
import { requestOfChecks } from '../support/next-headers';
import { withOwnDatabase } from '../support/own-database';
import { PLAIN_RECIPE } from '../support/recipes';
import { sessionCookieOf } from '../support/session-cookie';
import { handInAndCheck, played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

const ROLES = [
  'nobody',
  'owner',
  'classmate',
  'student of another class',
  'head',
  'co-teacher',
  'one who has left',
  'student of a class put away',
  'foreign teacher',
] as const;
type Role = (typeof ROLES)[number];

/** Whose things are asked for: those of the world, or such as are not there. */
interface Ids {
  readonly classId: string;
  readonly studentId: string;
  readonly assignmentId: string;
  readonly lineId: string;
  readonly bookId: string;
  readonly takeId: string;
  readonly planId: string;
  readonly pinId: string;
  readonly contentHash: string;
}

const form = (fields: Readonly<Record<string, string>> = {}) => {
  const made = new FormData();
  for (const [name, value] of Object.entries(fields)) made.set(name, value);
  return made;
};
const EMPTY = {};

const request = (method: string, path = '/', body?: BodyInit) =>
  new Request(`http://127.0.0.1:3000${path}`, {
    method,
    headers: { origin: 'http://127.0.0.1:3000' },
    ...(body !== undefined && { body }),
  });
const at = <Params>(params: Params) => ({ params: Promise.resolve(params) });

const TEACHERS = ['head', 'co-teacher'] as const;
const HEAD = ['head'] as const;
const OWNER = ['owner'] as const;
const THOSE_OF_TAKE = ['owner', 'head', 'co-teacher'] as const;
/** Does what it does for whoever asks, with what is the asker's own. */
const ANYBODY = ROLES;
const ANY_STUDENT = ['owner', 'classmate', 'student of another class'] as const;
const ANY_TEACHER = ['head', 'co-teacher', 'foreign teacher'] as const;

interface Entry {
  /** Who may; everybody else is tried. */
  readonly may: readonly Role[];
  readonly ask: (ids: Ids) => unknown;
}

const ACTIONS: Readonly<Record<string, Readonly<Record<string, Entry>>>> = {
  'src/app/account/actions.ts': {
    changeName: { may: ANY_TEACHER, ask: () => account.changeName(EMPTY, form({ name: 'x' })) },
    changeEmail: { may: ANY_TEACHER, ask: () => account.changeEmail(EMPTY, form()) },
    changePassword: { may: ANY_TEACHER, ask: () => account.changePassword(EMPTY, form()) },
    signOutDevice: { may: ANY_TEACHER, ask: () => account.signOutDevice('x') },
    signOutElsewhere: { may: ANY_TEACHER, ask: () => account.signOutElsewhere() },
    removeAccount: { may: ANY_TEACHER, ask: () => account.removeAccount(EMPTY, form()) },
  },
  'src/app/desk/week/actions.ts': {
    letterOnMondays: { may: ANY_TEACHER, ask: () => weekActions.letterOnMondays(true) },
  },
  'src/app/shelf/bin/actions.ts': {
    // Nothing of theirs lies in the bin, and nothing was taken back.
    bringOut: { may: [], ask: ({ lineId }) => bin.bringOut({ thing: 'line', id: lineId }) },
    deleteIt: { may: [], ask: ({ lineId }) => bin.deleteIt({ thing: 'line', id: lineId }) },
    giveOutAgain: { may: [], ask: ({ assignmentId }) => bin.giveOutAgain(assignmentId) },
  },
  'src/app/shelf/books/[bookId]/actions.ts': {
    rename: { may: HEAD, ask: ({ bookId }) => books.rename(bookId, EMPTY, form({ title: 'x' })) },
    share: { may: HEAD, ask: ({ bookId }) => books.share(bookId, EMPTY, form({ email: 'x' })) },
    endShare: { may: HEAD, ask: ({ bookId, studentId }) => books.endShare(bookId, studentId) },
    intoBin: { may: HEAD, ask: ({ bookId }) => books.intoBin(bookId, EMPTY) },
  },
  'src/app/shelf/give/actions.ts': {
    giveMany: {
      may: HEAD,
      ask: ({ lineId, classId }) =>
        giving.giveMany(
          EMPTY,
          form({
            lineId,
            classId,
            [`start-${lineId}`]: '60',
            [`goal-${lineId}`]: '80',
            dueOn: '2027-02-01',
          }),
        ),
    },
    takeBackAll: { may: [], ask: ({ lineId }) => giving.takeBackAll(lineId) },
  },
  'src/app/installation/actions.ts': {
    invite: { may: HEAD, ask: () => installation.invite('somebody@mevlo.example') },
    withdraw: { may: HEAD, ask: () => installation.withdraw('0'.repeat(64)) },
    writeDaysSo: { may: HEAD, ask: () => installation.writeDaysSo(EMPTY, form()) },
    newPasswordFor: { may: HEAD, ask: () => installation.newPasswordFor(world.teacher.userId) },
  },
  'src/app/invitation/[token]/actions.ts': {
    join: { may: ANYBODY, ask: () => invitation.join('x', EMPTY, form()) },
  },
  'src/app/new-password/actions.ts': {
    ask: { may: ANYBODY, ask: () => newPassword.ask(EMPTY, form()) },
    choose: { may: ANYBODY, ask: () => newPassword.choose('x', EMPTY, form()) },
  },
  'src/app/actions.ts': { signOut: { may: ANYBODY, ask: () => signedIn.signOut() } },
  'src/app/classes/[classId]/roster/actions.ts': {
    consentOfMany: {
      may: TEACHERS,
      ask: ({ classId, studentId }) => roster.consentOfMany(classId, [studentId], 'refused'),
    },
    renameOne: {
      may: TEACHERS,
      ask: ({ classId, studentId }) =>
        roster.renameOne(classId, studentId, EMPTY, form({ name: 'x', userName: 'x' })),
    },
    lookAtList: { may: TEACHERS, ask: ({ classId }) => roster.lookAtList(classId, 'Name\nAnn') },
    takeIn: {
      may: TEACHERS,
      ask: ({ classId }) => roster.takeIn(classId, [{ name: 'Ann', userName: 'ann' }]),
    },
    renewCards: { may: TEACHERS, ask: ({ classId, studentId }) => roster.renewCards(classId, [studentId]) },
    move: {
      may: HEAD,
      ask: ({ classId, studentId }) => roster.move(classId, studentId, EMPTY, form({ classId })),
    },
    leave: { may: HEAD, ask: ({ classId, studentId }) => roster.leave(classId, studentId, true) },
    consent: { may: TEACHERS, ask: ({ classId, studentId }) => roster.consent(classId, studentId, 'given') },
    remove: {
      may: HEAD,
      ask: ({ classId, studentId }) => roster.remove(classId, studentId, EMPTY, form({ name: 'x' })),
    },
    removeWholeClass: {
      may: HEAD,
      ask: ({ classId }) => roster.removeWholeClass(classId, EMPTY, form({ name: 'Class' })),
    },
    requireConsent: { may: HEAD, ask: ({ classId }) => roster.requireConsent(classId, true) },
    keep: { may: HEAD, ask: ({ classId }) => roster.keep(classId, EMPTY, form({ days: '30' })) },
    addColleague: {
      may: HEAD,
      ask: ({ classId }) => roster.addColleague(classId, EMPTY, form({ email: 'nobody@mevlo.example' })),
    },
    endColleague: { may: TEACHERS, ask: ({ classId }) => roster.endColleague(classId, 'somebody') },
    archive: { may: HEAD, ask: ({ classId }) => roster.archive(classId, true) },
  },
  'src/app/classes/actions.ts': {
    makeClass: { may: ANY_TEACHER, ask: () => classes.makeClass(EMPTY, form({ name: 'New' })) },
    rename: { may: HEAD, ask: ({ classId }) => classes.rename(classId, EMPTY, form({ name: 'x' })) },
    // Nobody is asked to help in this class.
    answerAsked: { may: [], ask: ({ classId }) => classes.answerAsked(classId, true) },
    takeIn: {
      may: TEACHERS,
      ask: ({ classId }) =>
        classes.takeIn(classId, EMPTY, form({ name: 'Ann', userName: 'ann', pin: '271828' })),
    },
    changePart: {
      may: TEACHERS,
      ask: ({ classId, studentId }) => classes.changePart(classId, studentId, 'tuba'),
    },
    changeWords: { may: TEACHERS, ask: ({ classId }) => classes.changeWords(classId, 'uk') },
    changeCount: { may: TEACHERS, ask: ({ classId }) => classes.changeCount(classId, EMPTY, form()) },
    changeLeadIn: {
      may: TEACHERS,
      ask: ({ classId }) => classes.changeLeadIn(classId, { measures: 2, sound: 'click' }),
    },
    chooseStrictness: { may: TEACHERS, ask: ({ classId }) => classes.chooseStrictness(classId, 'exacting') },
    chooseOwnEars: { may: TEACHERS, ask: ({ classId }) => classes.chooseOwnEars(classId, 'never') },
    changeMinutes: { may: TEACHERS, ask: ({ classId }) => classes.changeMinutes(classId, '33') },
    setGoal: { may: TEACHERS, ask: ({ classId }) => classes.setGoal(classId, EMPTY, form()) },
  },
  'src/app/given/[assignmentId]/actions.ts': {
    askAgain: {
      may: TEACHERS,
      ask: ({ assignmentId, studentId }) => given.askAgain(assignmentId, studentId),
    },
    changeAll: {
      may: TEACHERS,
      ask: ({ assignmentId }) =>
        given.changeAll(
          assignmentId,
          EMPTY,
          form({ startBpm: '60', goalBpm: '80', dueOn: '2027-02-01', plan: 'as-it-is' }),
        ),
    },
    changeOne: {
      may: TEACHERS,
      ask: ({ assignmentId, studentId }) =>
        given.changeOne(
          assignmentId,
          studentId,
          EMPTY,
          form({ startBpm: '60', goalBpm: '80', dueOn: '2027-02-02' }),
        ),
    },
    giveCopy: {
      may: TEACHERS,
      ask: ({ assignmentId, classId }) => given.giveCopy(assignmentId, EMPTY, form({ classId })),
    },
    withdraw: { may: TEACHERS, ask: ({ assignmentId }) => given.withdraw(assignmentId) },
    helped: { may: TEACHERS, ask: ({ assignmentId, studentId }) => given.helped(assignmentId, studentId) },
  },
  'src/app/plans/actions.ts': {
    bringBack: { may: [], ask: ({ planId }) => plans.bringBack(planId) },
    keepPlan: { may: HEAD, ask: ({ planId }) => plans.keepPlan(planId, { ...READY_PLANS[0], name: 'Mine' }) },
    dropPlan: { may: HEAD, ask: ({ planId }) => plans.dropPlan(planId) },
  },
  'src/app/practice/[assignmentId]/actions.ts': {
    ask: {
      may: ['owner', 'classmate'],
      ask: ({ assignmentId }) => stand.ask(assignmentId, EMPTY, form({ stage: 'whole', measure: '2' })),
    },
  },
  'src/app/shelf/recipe/actions.ts': {
    askLearned: {
      may: HEAD,
      ask: ({ bookId }) => recipe.askLearned({ bookId, page: 1, instrument: 'flute' }),
    },
    askOftenWrong: { may: TEACHERS, ask: ({ classId }) => recipe.askOftenWrong(classId, 'flute') },
    giveEach: {
      may: HEAD,
      ask: ({ bookId, classId }) =>
        recipe.giveEach({
          recipe: { ...PLAIN_RECIPE, measures: 4 },
          bookId,
          classId,
          dueOn: '2027-06-01',
          bpm: 72,
        }),
    },
  },
  'src/app/students/[studentId]/book/actions.ts': {
    keepGoal: {
      may: ANY_STUDENT,
      ask: () => book.keepGoal(EMPTY, form({ minutes: '20', goal: 'the top' })),
    },
    keepWord: {
      may: TEACHERS,
      ask: ({ studentId }) => book.keepWord(studentId, EMPTY, form({ word: 'Well begun.' })),
    },
  },
  'src/app/shelf/[lineId]/actions.ts': {
    giveOut: {
      may: HEAD,
      ask: ({ lineId, classId }) =>
        line.giveOut(EMPTY, form({ lineId, classId, startBpm: '60', goalBpm: '80', dueOn: '2027-02-02' })),
    },
    placeLine: { may: HEAD, ask: ({ lineId }) => line.placeLine(lineId, EMPTY, form({ number: '9' })) },
    takeOffShelf: { may: HEAD, ask: ({ lineId }) => line.takeOffShelf(lineId, EMPTY) },
  },
  'src/app/shelf/[lineId]/write/actions.ts': {
    finish: { may: HEAD, ask: ({ lineId }) => desk.finish(lineId) },
    keepAsCopy: { may: HEAD, ask: ({ lineId }) => desk.keepAsCopy(lineId, {}) },
  },
  'src/app/shelf/actions.ts': {
    bringIn: { may: ANY_TEACHER, ask: () => shelf.bringIn(undefined, form()) },
    startWriting: { may: ANY_TEACHER, ask: () => shelf.startWriting(EMPTY, form()) },
    makeBook: { may: ANY_TEACHER, ask: () => shelf.makeBook(EMPTY, form()) },
    sayWhatsNew: {
      may: HEAD,
      ask: ({ bookId }) => shelf.sayWhatsNew(bookId, EMPTY, form({ page: '1', whatsNew: 'x' })),
    },
    putBeside: { may: HEAD, ask: ({ lineId }) => shelf.putBeside(lineId, lineId, 'after') },
  },
  'src/app/shelf/bring-in/actions.ts': {
    bringInRead: { may: ANY_TEACHER, ask: () => page.bringInRead({}) },
  },
  'src/app/sign-in/actions.ts': {
    signInAsTeacher: { may: ANYBODY, ask: () => signIn.signInAsTeacher(EMPTY, form()) },
    signInAsStudent: { may: ANYBODY, ask: () => signIn.signInAsStudent(EMPTY, form()) },
    setUp: { may: ANYBODY, ask: () => signIn.setUp(EMPTY, form()) },
  },
  'src/app/takes/[takeId]/actions.ts': {
    takeBack: { may: TEACHERS, ask: ({ takeId }) => take.takeBack(takeId) },
    answer: {
      may: TEACHERS,
      ask: ({ takeId }) => take.answer(takeId, undefined, EMPTY, form({ answer: 'accepted', comment: '' })),
    },
    checkOnceMore: { may: TEACHERS, ask: ({ takeId }) => take.checkOnceMore(takeId, EMPTY, form()) },
    overrule: {
      may: TEACHERS,
      ask: ({ takeId }) => take.overrule(takeId, { measureIndex: 1, quality: 'notes', isRight: true }),
    },
    pin: {
      may: TEACHERS,
      ask: ({ takeId }) => take.pin(takeId, EMPTY, form({ measureIndex: '1', words: 'well' })),
    },
    putPinBack: { may: TEACHERS, ask: ({ takeId, pinId }) => take.putPinBack(takeId, pinId) },
    takePinOff: { may: TEACHERS, ask: ({ takeId, pinId }) => take.takePinOff(takeId, pinId) },
  },
};

const wav = Buffer.from('RIFF');
const ROUTES: typeof ACTIONS = {
  'src/app/api/classes/[classId]/board/route.ts': {
    GET: { may: TEACHERS, ask: ({ classId }) => boardRoute.GET(request('GET'), at({ classId })) },
  },
  'src/app/api/classes/[classId]/everything/route.ts': {
    GET: { may: TEACHERS, ask: ({ classId }) => wholeClassRoute.GET(request('GET'), at({ classId })) },
  },
  'src/app/api/given/[assignmentId]/plan/route.ts': {
    GET: {
      may: TEACHERS,
      ask: ({ assignmentId }) => planRoute.GET(request('GET', '/?format=csv'), at({ assignmentId })),
    },
  },
  'src/app/api/given/[assignmentId]/words/route.ts': {
    POST: {
      may: ['owner', 'classmate'],
      ask: ({ assignmentId }) =>
        wordRoute.POST(
          request('POST', '/', JSON.stringify({ id: randomUUID(), stage: 'whole' })),
          at({ assignmentId }),
        ),
    },
  },
  'src/app/api/lines/[lineId]/document/route.ts': {
    PUT: {
      may: HEAD,
      ask: ({ lineId }) =>
        documentRoute.PUT(request('PUT', '/', JSON.stringify({ revision: 1, document: {} })), at({ lineId })),
    },
  },
  'src/app/api/lines/[lineId]/file/route.ts': {
    GET: {
      may: HEAD,
      ask: ({ lineId }) => lineFileRoute.GET(request('GET', '/?format=mid'), at({ lineId })),
    },
  },
  'src/app/api/openings/[contentHash]/route.ts': {
    GET: { may: HEAD, ask: ({ contentHash }) => openingRoute.GET(request('GET'), at({ contentHash })) },
  },
  'src/app/api/people/route.ts': {
    // Also asked on the sign-in page; who asks must know the id.
    POST: { may: ANYBODY, ask: () => peopleRoute.POST(request('POST', '/', '{}')) },
  },
  'src/app/notices/all/route.ts': { GET: { may: ANYBODY, ask: () => noticesRoute.GET() } },
  'src/app/api/answers/route.ts': {
    POST: {
      may: ANY_STUDENT,
      ask: () => {
        const answer = { id: randomUUID(), day: dayOf(new Date()), item: 'name treble C4', isRight: true };
        return answersRoute.POST(request('POST', '/', JSON.stringify(answer)));
      },
    },
  },
  'src/app/api/practised/route.ts': {
    POST: {
      may: ANY_STUDENT,
      ask: () => {
        const now = new Date();
        const spell = { id: randomUUID(), day: dayOf(now), seconds: 60, endedAt: now.toISOString() };
        return practisedRoute.POST(request('POST', '/', JSON.stringify(spell)));
      },
    },
  },
  'src/app/api/problems/route.ts': {
    // Whatever breaks is told, also on the sign-in page; it goes into the log alone.
    POST: { may: ANYBODY, ask: () => problemsRoute.POST(request('POST', '/', '{}')) },
  },
  'src/app/api/students/[studentId]/everything/route.ts': {
    GET: {
      may: THOSE_OF_TAKE,
      ask: ({ studentId }) => wholeStudentRoute.GET(request('GET'), at({ studentId })),
    },
  },
  'src/app/api/students/[studentId]/reminders/route.ts': {
    GET: {
      may: THOSE_OF_TAKE,
      ask: ({ studentId }) => remindersRoute.GET(request('GET', '/?at=17:00&day=MO'), at({ studentId })),
    },
  },
  'src/app/api/takes/[takeId]/audio/route.ts': {
    GET: { may: THOSE_OF_TAKE, ask: ({ takeId }) => audioRoute.GET(request('GET'), at({ takeId })) },
  },
  'src/app/api/takes/[takeId]/pieces/route.ts': {
    // A student sends under a name of the student's own; a name that is taken is answered like one that is not there.
    PUT: {
      may: ['owner', 'classmate', 'student of another class'],
      ask: ({ takeId }) => piecesRoute.PUT(request('PUT', '/?from=0', wav), at({ takeId })),
    },
  },
  'src/app/api/takes/[takeId]/route.ts': {
    POST: {
      may: OWNER,
      // The line may be the asker's, and the take is somebody else's.
      ask: ({ takeId }) =>
        takeRoute.POST(
          request(
            'POST',
            '/',
            JSON.stringify({ bytes: 4, assignmentId: own.assignmentId, askedBpm: 66, source: 'recorded' }),
          ),
          at({ takeId }),
        ),
    },
  },
  'src/app/api/takes/[takeId]/state/route.ts': {
    GET: { may: THOSE_OF_TAKE, ask: ({ takeId }) => stateRoute.GET(request('GET'), at({ takeId })) },
  },
  'src/app/api/lines/[lineId]/model/[place]/route.ts': {
    GET: {
      may: ['owner', 'classmate', 'head'],
      ask: ({ lineId }) => modelRoute.GET(request('GET'), at({ lineId, place: '0' })),
    },
    PUT: {
      may: HEAD,
      ask: ({ lineId }) => modelRoute.PUT(request('PUT', '/', wav), at({ lineId, place: '0' })),
    },
    DELETE: {
      may: HEAD,
      ask: ({ lineId }) => modelRoute.DELETE(request('DELETE'), at({ lineId, place: '0' })),
    },
  },
  'src/app/api/takes/[takeId]/voice/[kind]/route.ts': {
    GET: {
      may: THOSE_OF_TAKE,
      ask: ({ takeId }) => voiceRoute.GET(request('GET'), at({ takeId, kind: 'spoken' })),
    },
    PUT: {
      may: TEACHERS,
      ask: ({ takeId }) => voiceRoute.PUT(request('PUT', '/', wav), at({ takeId, kind: 'spoken' })),
    },
    DELETE: {
      may: TEACHERS,
      ask: ({ takeId }) => voiceRoute.DELETE(request('DELETE'), at({ takeId, kind: 'spoken' })),
    },
  },
};

const EVERYTHING = { ...ACTIONS, ...ROUTES };

let world: World;
let own: Ids;
let missing: Ids;
const cookies = new Map<Role, string>();

beforeAll(async () => {
  world = await makeWorld();
  // Other music: what stands on the own shelf as well may be seen there.
  const foreign = await makeWorld(6);
  const away = await makeWorld();
  const inClass = (userName: string, classId = world.classId) =>
    createStudent({ name: userName, classId, userName, pin: '471100', instrument: 'flute' });
  const classmate = await inClass('classmate');
  const left = await inClass('left');
  const helper = await createTeacher({
    name: 'Helper',
    email: 'helper@mevlo.example',
    password: 'a-long-password',
  });
  await insertCoTeacher(world.classId, helper);
  await acceptHelping(world.classId, helper);
  const takeId = await handInAndCheck(
    world.student,
    { assignmentId: world.assignmentId, askedBpm: '88' },
    await played(88, 1),
  );
  const emails = await database().selectFrom('user').select(['id', 'email']).execute();
  const emailOf = (id: string) => emails.find((user) => user.id === id)!.email;
  const as = (userId: string, password: string) => sessionCookieOf(emailOf(userId), password);
  cookies.set('owner', await as(world.student.userId, '4711'));
  cookies.set('classmate', await as(classmate, '471100'));
  cookies.set('student of another class', await as(foreign.student.userId, '4711'));
  cookies.set('head', await as(world.teacher.userId, 'a-long-password'));
  cookies.set('co-teacher', await as(helper, 'a-long-password'));
  cookies.set('one who has left', await as(left, '471100'));
  cookies.set('student of a class put away', await as(away.student.userId, '4711'));
  cookies.set('foreign teacher', await as(foreign.teacher.userId, 'a-long-password'));
  await setLeft(world.teacher, left, true);
  await setArchived(away.teacher, away.classId, true);
  await insertClass({ teacher_id: foreign.teacher.userId, name: 'Foreign', code: 'FORN-222' });
  const said = await keepVoice(world.teacher, takeId, 'spoken', await played(88, 1));
  expect(await keepOwnModel(world.teacher, world.lineId, 0, await played(88, 1))).toBeUndefined();
  if (said) throw new Error(said);
  await pinWord(world.teacher, takeId, { measureIndex: '1', words: 'here' });
  await savePlan(world.teacher, undefined, { ...READY_PLANS[0], name: 'Own' });
  const one = async (table: 'take_pin' | 'plan') =>
    (await database().selectFrom(table).select('id').executeTakeFirstOrThrow()).id;
  const music = await database()
    .selectFrom('take')
    .select('content_hash')
    .where('id', '=', takeId)
    .executeTakeFirstOrThrow();
  own = {
    classId: world.classId,
    studentId: world.student.userId,
    assignmentId: world.assignmentId,
    lineId: world.lineId,
    bookId: world.bookId,
    takeId,
    planId: await one('plan'),
    pinId: await one('take_pin'),
    contentHash: music.content_hash,
  };
  await database().deleteFrom('engraving').where('content_hash', '=', own.contentHash).execute();
  for (const wish of USUAL_DRAWINGS)
    await storeEngraving(own.contentHash, wish, {
      version: ENGRAVING_VERSION,
      systems: [{ svg: '<svg></svg>' } as Engraving['systems'][number]],
    });
  missing = {
    ...(Object.fromEntries(Object.keys(own).map((key) => [key, randomUUID()])) as unknown as Ids),
    contentHash: '0'.repeat(64),
  };
});

/** What somebody is answered. */
async function answerTo(role: Role, ask: () => unknown): Promise<string> {
  const cookie = cookies.get(role);
  requestOfChecks.headers = { 'next-action': 'x', ...(cookie && { cookie }) };
  requestOfChecks.cookies = new Map();
  try {
    const answer = await ask();
    if (answer instanceof Response) return `${answer.status} ${await answer.text()}`;
    return `answered ${JSON.stringify(answer)}`;
  } catch (error) {
    return `threw ${(error as Error).message}`;
  }
}

/** All that is stored, but for sessions and counted attempts. */
async function everythingStored(): Promise<string> {
  const { rows: tables } = await sql<{ name: string }>`
    select format('%I.%I', table_schema, table_name) as name from information_schema.tables
    where table_schema = 'public' and table_type = 'BASE TABLE'
      and table_name not in ('session', 'attempt', 'known_device', 'kysely_migration_lock')
    union all select 'pgboss.job'
    order by name`.execute(database());
  const each = tables.map(
    ({ name }) =>
      `select '${name}' as name, md5(coalesce(string_agg(t::text, '|' order by t::text), '')) as hash from ${name} t`,
  );
  const { rows } = await sql
    .raw<{ name: string; hash: string }>(each.join(' union all '))
    .execute(database());
  return JSON.stringify(rows);
}

const SOURCES = Object.entries(EVERYTHING).flatMap(([file, entries]) =>
  Object.entries(entries).map(([name, entry]) => ({ file, name, ...entry })),
);

test('every route and every action is asked', () => {
  const files = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((one) =>
      one.isDirectory()
        ? files(join(folder, one.name))
        : one.name === 'actions.ts' || one.name === 'route.ts'
          ? [join(folder, one.name)]
          : [],
    );
  const exported = files('src/app').flatMap((file) =>
    [...readFileSync(file, 'utf8').matchAll(/^export (?:async )?function (\w+)/gm)].map(
      ([, name]) => `${file} ${name}`,
    ),
  );
  expect(SOURCES.map(({ file, name }) => `${file} ${name}`).sort()).toEqual(exported.sort());
});

test.each(ROLES)('%s reads and changes nothing that is not theirs', async (role) => {
  const wrong: string[] = [];
  const before = await everythingStored();
  for (const { file, name, may, ask } of SOURCES) {
    if (may.includes(role)) continue;
    const [foreign, none] = [await answerTo(role, () => ask(own)), await answerTo(role, () => ask(missing))];
    if (foreign !== none) wrong.push(`${file} ${name}: “${foreign}”, and where nothing is “${none}”`);
    if (/^(answered (?!\{"issues")|200)/.test(foreign)) wrong.push(`${file} ${name}: let in: ${foreign}`);
    if ((await everythingStored()) !== before) {
      wrong.push(`${file} ${name}: changed what is stored`);
      break;
    }
  }
  expect(wrong).toEqual([]);
});

// What is asked must be real: whoever may is answered otherwise than for what is not there.
test('whoever may is answered', async () => {
  const reads = SOURCES.filter(({ name, may }) => name === 'GET' && may !== ANYBODY);
  const same: string[] = [];
  for (const { file, may, ask } of reads)
    for (const role of may) {
      const [mine, none] = [await answerTo(role, () => ask(own)), await answerTo(role, () => ask(missing))];
      if (mine === none || !mine.startsWith('2')) same.push(`${role}: ${file}: ${mine.slice(0, 80)}`);
    }
  expect(same).toEqual([]);
});

test('a recording goes to nobody but its student and the teachers of the class', async () => {
  const handed = await handIn(world.student, { id: own.takeId, assignmentId: own.assignmentId }, wav);
  expect(handed.ok).toBe(false);
  for (const role of ROLES) {
    const answer = await answerTo(role, () => audioRoute.GET(request('GET'), at({ takeId: own.takeId })));
    const isTheirs = (THOSE_OF_TAKE as readonly Role[]).includes(role);
    expect([role, answer.slice(0, 3)]).toEqual([
      role,
      isTheirs
        ? '200'
        : role === 'nobody' || role.startsWith('one who') || role.endsWith('away')
          ? '401'
          : '404',
    ]);
  }
});
