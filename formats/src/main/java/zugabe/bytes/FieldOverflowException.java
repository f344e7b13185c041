package zugabe.bytes;

/**
 * A value doesn't fit its field. The caller chose a form that is too small: our bug, not the
 * user's.
 */
public final class FieldOverflowException extends IllegalArgumentException {
  private static final long serialVersionUID = 1;

  public FieldOverflowException(String field, long value, int widthBytes) {
    super(field + " is " + value + ", which doesn't fit " + widthBytes + " bytes");
  }
}
