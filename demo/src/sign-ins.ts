/** The invented people of the demo with their sign-in names. Passwords work only while the server stays on loopback. */
export const DEMO_SIGN_INS: readonly { personId: string; signInName: string; password: string }[] = [
  { personId: "person-ines", signInName: "ines", password: "palm-house-1" },
  { personId: "person-tomasz", signInName: "tomasz", password: "palm-house-2" },
  { personId: "person-adaeze", signInName: "adaeze", password: "palm-house-3" },
  { personId: "person-operator", signInName: "operator", password: "palm-house-4" },
  { personId: "person-foyer", signInName: "foyer", password: "palm-house-5" },
  { personId: "person-orla", signInName: "orla", password: "palm-house-6" },
  { personId: "person-wren", signInName: "wren", password: "palm-house-7" },
];
