package zugabe.core.work;

/** Told what is being done. Called from any thread, often: implementations are quick. */
public interface Progress {
  /**
   * Something is going on.
   *
   * @param what such as {@code writing saltmarsh-2.4.0.jar}
   * @param done so far
   * @param total in the same unit, or 0 when not known
   */
  void at(String what, long done, long total);

  /** Tells nobody. */
  Progress NONE = (what, done, total) -> {};
}
