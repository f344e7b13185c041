package zugabe.core.program;

/**
 * The program's version; a constant, so that telling it loads nothing. A test holds it to the
 * build's.
 */
public final class Version {
  public static final String TEXT = "0.1.0";

  private Version() {}
}
