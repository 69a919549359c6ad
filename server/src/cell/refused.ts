/** What was given is not what it should be; the message is for whoever gave it. */
export class Refused extends Error {}
