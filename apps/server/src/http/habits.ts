/** How a server was told to run. */
export abstract class Habits {
  /** Make a backup each day. */
  abstract readonly isBackedUpDaily?: boolean;
  /** The word that a collector of metrics brings; without one, none may. */
  abstract readonly metricsToken?: string;
}
