/** What each page is for, in three sentences: the first pattern that fits the path. */
const HELP: readonly (readonly [pattern: RegExp, says: string])[] = [
  [
    /^\/desk\/week/,
    'This is the week of your classes. It names who needs help, who has not practised, what many miss, and what was learned. Touch a name or a line to see more, or print it for the staff room.',
  ],
  [
    /^\/desk/,
    'Everything that waits for you lies here: questions, and takes to be heard, who needs you most first. “Hear them one by one” leads from take to take; an answer is one key. What is marked as new came since you were last here.',
  ],
  [
    /^\/shelf\/give/,
    'Several lines go out to several classes with one touch. Each line has its own tempos; plan, days and your word are for all. Parts that somebody needs and the line does not have are made from its lead.',
  ],
  [
    /^\/shelf\/bin/,
    'What you have put away lies here and can come back to its place. Lines and books go for good after some weeks. What was taken back from a class can be given out again as it was.',
  ],
  [
    /^\/shelf\/recipe/,
    'Say what a line is to be like, and Mevlo makes it: hear it, ask for another one, keep it. Let it use what was learned up to a page, or what a class gets wrong. Or give everybody a fresh one to be read at sight.',
  ],
  [
    /^\/shelf\/bring-in/,
    'A file with many lines, or many files, become lines of a book. Look how they are cut, give numbers and titles, and leave out what you do not need. Nothing is stored before you say so.',
  ],
  [
    /^\/shelf\/books\//,
    'This is a book as a whole. Share it with colleagues, to read or to change; rename it, or put it into the bin. Its lines are on the shelf.',
  ],
  [
    /^\/shelf\/print/,
    'This is the line as it comes out of the printer. Choose what is printed with it. The browser’s print dialog does the rest.',
  ],
  [
    /^\/shelf\/[^/]+\/write/,
    'Write a line here: with keys, by touching the staff, or by saying what you want in the box. What you write is kept by itself. When nothing is in the way any more, put it on the stand, and it can be given out.',
  ],
  [
    /^\/shelf\/[^/]+\/study/,
    'This is the line before it sounds: how it is counted, what is in it, where it is hard. Students find the same at their stand. Print it, or go through it together.',
  ],
  [
    /^\/shelf\/[^/]+\/trial/,
    'A simulated student plays the line, well or with mistakes of your choice. Mevlo listens as it listens to your students. So you see what a verdict looks like before you give the line out.',
  ],
  [
    /^\/shelf\/[^/]+/,
    'This is a line as students read it. Give it out on the right: to whom, from which tempo to which, and until when. Below stands where it belongs in its book.',
  ],
  [
    /^\/shelf/,
    'Your books and their lines stand here. Find a line by its words, its instrument or what is in it; write a new one, or bring one in. Tick several to give them out together.',
  ],
  [
    /^\/plans/,
    'A plan says in which steps, pieces and tempos a line is learned. The ready ones can be given out as they are; your own begin as a copy of one. What was given out with a plan keeps it when the plan changes.',
  ],
  [
    /^\/classes\/[^/]+\/board/,
    'Students and lines at a glance: each cell says how fast a line is and whether it is learned. Sort by who has not practised, or show only who asks for help. A touch on a name or a number shows more.',
  ],
  [
    /^\/classes\/[^/]+\/roster/,
    'Who is in the class: take in a list, print sign-in cards, note consent. Students move and leave here; what they did stays with them. What cannot be undone asks for the name.',
  ],
  [
    /^\/classes\/[^/]+\/pace/,
    'So many pieces by a date is a goal for the whole class. Here stands how each student keeps to it. Holidays do not count.',
  ],
  [
    /^\/classes\/[^/]+/,
    'This is a class: who plays what, how it counts and speaks, and how strictly it is judged. The board shows where everybody stands. The roster has lists, cards and leaving.',
  ],
  [
    /^\/classes/,
    'Your classes, and those in which you help a colleague. Students sign in with the code of their class. A class that is over is put away and can come back.',
  ],
  [
    /^\/given/,
    'This is a line that was given out, with where everybody stands. Change it for everybody or for one student, give it out once more, or take it back. What was done so far counts on.',
  ],
  [
    /^\/students\/[^/]+\/book\/print/,
    'The days ahead on one sheet for those at home. There are boxes to tick for every day. Print it, or save it as a file from the print dialog.',
  ],
  [
    /^\/students\/[^/]+\/book/,
    'The student’s practice book: what Mevlo proposes for today, and the minutes in which it heard playing. Write a word into it that the student sees first. The goal is the student’s own.',
  ],
  [
    /^\/students\/[^/]+\/sheet/,
    'This is one sheet for those at home. It looks back on four weeks. Print it, or save it as a file from the print dialog.',
  ],
  [
    /^\/students/,
    'Everything a student has played, and what was answered. The newest comes first. Take it out as files from the roster.',
  ],
  [
    /^\/takes/,
    'Hear the take while the line runs along; marks show what was not as written. Say your word below: accept it, ask for it once more, or ask the student to see you. Where you hear it otherwise, your word stands beside Mevlo’s.',
  ],
  [
    /^\/installation/,
    'This is how the installation stands, for whoever looks after it. Invite colleagues, help them back in, read the letters that Mevlo wrote. Backups, room and faults are named here.',
  ],
  [
    /^\/account/,
    'Your name, address and password are changed here. You see where you are signed in and can sign out elsewhere. Removing the account removes your classes and books with it.',
  ],
  [
    /^\/find/,
    'Type a part of a name or a title. Students, lines, classes and pages with it are listed. A touch leads there.',
  ],
  [
    /^\/metronome/,
    'A metronome with the marks that are printed on real ones. Tap a tempo, or choose one. It counts in as your class does.',
  ],
];

/** The same for students, in words of theirs. */
const HELP_OF_STUDENTS: typeof HELP = [
  [
    /^\/reading/,
    'A minute of reading, without the instrument: names of notes, beats, up and down. All of it comes from your own lines. What you know rests for some days, and what you do not know comes back soon.',
  ],
  [
    /^\/practice\/[^/]+\/study/,
    'Look at the line before you play it. Touch a note to see how it is counted and fingered. What is hard is ringed.',
  ],
  [
    /^\/practice\/[^/]+/,
    'This is your stand. Press the big key, wait for the count and play; Mevlo listens and shows what was right. Listen first, or go round in a small piece, as often as you like.',
  ],
  [
    /^\/practice/,
    'These are your lines, and when each is due. Touch one to go to your stand. What your teacher answered stands below.',
  ],
  [
    /^\/students\/[^/]+\/book\/print/,
    'The days ahead on one sheet for those at home. There are boxes to tick for every day. Print it, or save it as a file.',
  ],
  [
    /^\/students\/[^/]+\/book|^\/my-book/,
    'What to play today stands here, in a good order. The minutes count by themselves while you play. A day off is all right.',
  ],
  [
    /^\/students\/[^/]+\/sheet/,
    'This is a sheet for those at home. It looks back on four weeks. Print it, and show what you have done.',
  ],
  [
    /^\/students|^\/my-record/,
    'This is all you have played. You see the lines you have learned and what you earned. Nobody but your teachers sees it.',
  ],
  [
    /^\/takes/,
    'Hear yourself while the line runs along. Blue is right; striped needs work. What your teacher says stands at the top.',
  ],
  [/^\/metronome/, 'This is a metronome. Choose a tempo, or tap one. It clicks until you stop it.'],
];

/** @returns undefined for a page that says by itself what it is for. @example helpFor('/desk', 'teacher') // 'Everything that waits …' */
export const helpFor = (path: string, role: 'teacher' | 'student'): string | undefined =>
  (role === 'teacher' ? HELP : HELP_OF_STUDENTS).find(([pattern]) => pattern.test(path))?.[1];
