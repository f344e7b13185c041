package zugabe.core.sign;

/** What becomes of signatures that are there. */
enum Already {
  REFUSED,
  REPLACED,
  KEPT
}
