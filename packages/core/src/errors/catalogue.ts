/**
 * Every error that a user can cause: code, HTTP status, sentence and remedy, in one place. The screen,
 * the server's answers and docs/reference/errors.md follow from this table (a test keeps them equal).
 * `{name}` in a sentence is filled in from the error's details.
 */
export const ERROR_CATALOGUE = {
  "sign-in.wrong": {
    status: 401,
    sentence: "That name and password don't belong together.",
    remedy: "Nothing was changed. Check both and try again.",
  },
  "sign-in.code": {
    status: 401,
    sentence: "That code isn't known here, or isn't any more: it holds for two minutes, and once.",
    remedy: "Nobody came in. Let the other screen show a new one: Crew, People, Phone.",
  },
  "sign-in.needed": {
    status: 401,
    sentence: "You are signed out.",
    remedy: "Sign in again; what you recorded is safe.",
  },
  "sign-in.too-often": {
    status: 429,
    sentence: "Too many tries to sign in from here.",
    remedy: "Wait a minute, then try again.",
  },
  "sign-in.wait": {
    status: 429,
    sentence: "That was wrong several times.",
    remedy: "Wait {seconds} s, then try again. Others come in as usual.",
  },
  "screen.locked": {
    status: 423,
    sentence: "This screen is locked; what plays goes on.",
    remedy: "Unlock it with your password or your short code.",
  },
  "screen.wrong": {
    status: 422,
    sentence: "That is neither your password nor your short code.",
    remedy: "The screen stays locked. Try again.",
  },
  "request.malformed": {
    status: 400,
    sentence: "The message could not be read: {why}.",
    remedy: "Nothing was changed.",
  },
  "request.too-large": {
    status: 413,
    sentence: "The message is larger than {limit}.",
    remedy: "Nothing was changed. Make the change in smaller parts.",
  },
  "request.unknown-place": {
    status: 404,
    sentence: "There is nothing at this address.",
    remedy: "Go back to Build.",
  },
  "record.unknown": {
    status: 404,
    sentence: "The {what} that this change names isn't in the show (any more).",
    remedy: "Nothing was changed.",
  },
  "record.exists": {
    status: 409,
    sentence: "This {what} is there already.",
    remedy: "Nothing was changed.",
  },
  "record.in-use": {
    status: 409,
    sentence: "{name} is used by {users}.",
    remedy: "It was kept. Take it out there first.",
  },
  "file.unreadable": {
    status: 422,
    sentence: "{name} can't be read: {why}.",
    remedy: "Nothing was changed.",
  },
  "line.unreadable": {
    status: 422,
    sentence: "“{word}” isn't understood here: {why}.",
    remedy: "Nothing was done.",
  },
  "tour.no-group": {
    status: 409,
    sentence: "There is no group of dimmers that you may use, and the tour needs one.",
    remedy: "Nothing was changed. Patch lamps in Rig, select some of them in Build and keep them as a group.",
  },
  "tour.empty-sketch": {
    status: 409,
    sentence: "Your sketch is empty: there is nothing to keep yet.",
    remedy: "Nothing was changed. Go back a step, or set something for heads of your choice.",
  },
  "tour.no-cue": {
    status: 409,
    sentence: "No list that was recorded on this tour has a card.",
    remedy: "Nothing was changed. Go back a step, and take a page for its card.",
  },
  "value.invalid": {
    status: 422,
    sentence: "{field} can't be {value}: {why}.",
    remedy: "The former value was kept.",
  },
  "value.conflict": {
    status: 409,
    sentence: "{field} was changed by somebody else in the meantime: it is {present} now, you started from {from}.",
    remedy: "The other change was kept. Look at it, then make yours again if you still want it.",
  },
  "reach.none": {
    status: 403,
    sentence: "{count} in {owner}, so nothing was changed.",
    remedy: "Ask {people} to change it for you, or pick heads of your own.",
  },
  "reach.role": {
    status: 403,
    sentence: "{what} is for {who}.",
    remedy: "Nothing was changed.",
  },
  "territory.overlap": {
    status: 409,
    sentence: "{held} and {wants} would both hold {what}.",
    remedy: "The division was kept as it was. Take it out of one of them, or share one.",
  },
  "loan.not-theirs": {
    status: 409,
    sentence: "{owner} doesn't hold {what}, so it can't lend it.",
    remedy: "Nothing was changed. Ask whoever holds it.",
  },
  "loan.over": {
    status: 409,
    sentence: "This loan is {state} already.",
    remedy: "Nothing was changed. Ask anew if it is still needed.",
  },
  "account.taken": {
    status: 409,
    sentence: "Somebody signs in as {name} already.",
    remedy: "Nothing was changed. Take another name.",
  },
  "version.unfit": {
    status: 409,
    sentence: "{name} can't be brought back: {why}.",
    remedy: "The show was kept as it is.",
  },
  "undo.nothing": {
    status: 409,
    sentence: "There is nothing of yours left to {direction}.",
    remedy: "Nothing was changed.",
  },
  "undo.conflict": {
    status: 409,
    sentence: "Your last change ({label}) can't be taken back: what it changed has been changed again since then.",
    remedy: "Everything was kept as it is.",
  },
  "fan.unreadable": {
    status: 422,
    sentence: "“{word}” isn't a number.",
    remedy: "{kept} was kept. Write numbers with two dots between them, such as 0..80..0.",
  },
  "selection.unreadable": {
    status: 422,
    sentence: "“{word}” selects nothing: {why}.",
    remedy: "Your selection was kept.",
  },
  "time.none": {
    status: 409,
    sentence: "{list} has no sound that could be played.",
    remedy: "Nothing was changed. Give it a sound in Score, under Time line.",
  },
  "sound.unreadable": {
    status: 415,
    sentence: "This file can't be used as a sound: {why}.",
    remedy: "Nothing was kept of it. Use WAV, MP3, OGG or FLAC.",
  },
  "sound.no-room": {
    status: 413,
    sentence: "There is no room left for sounds.",
    remedy: "Nothing was kept of it. Delete lists with sounds that aren't needed any more, or use a shorter file.",
  },
  "artnet.unreadable": {
    status: 422,
    sentence: "This isn't what an Art-Net node says of itself: {why}.",
    remedy: "It was left out.",
  },
  "sacn.unreadable": {
    status: 422,
    sentence: "This isn't an E1.31 data packet: {why}.",
    remedy: "It was left out.",
  },
  "request.too-often": {
    status: 429,
    sentence: "You send more than the server takes in a second.",
    remedy: "This was left out; what came before it holds. Go on a little slower.",
  },
  "request.foreign-page": {
    status: 403,
    sentence: "This request came from a page of another site.",
    remedy: "Nothing was changed. Open Vexa by its own address.",
  },
  "database.away": {
    status: 503,
    sentence: "The database doesn't answer, so nothing can be recorded just now.",
    remedy: "Nothing was changed; the stage and all playing go on. Try again when it is back.",
  },
  "stage.away": {
    status: 503,
    sentence: "The engine doesn't answer just now.",
    remedy: "Nothing was changed; the last look stays on stage. Try again in a moment.",
  },
  "server.failed": {
    status: 500,
    sentence: "The server failed while it worked on this.",
    remedy: "Nothing was changed; the stage keeps its look. Try again.",
  },
  "server.unreachable": {
    status: 503,
    sentence: "The server can't be reached.",
    remedy: "What you see is kept. Vexa tries again by itself.",
  },
} as const;

export type ErrorCode = keyof typeof ERROR_CATALOGUE;
