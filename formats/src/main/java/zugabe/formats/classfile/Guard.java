package zugabe.formats.classfile;

/** Whether code is prepared for the error of a missing class. */
public enum Guard {
  NONE,
  /** Every error is caught there, that one among them. */
  BROAD,
  /** Just errors like that one are caught there. */
  NARROW
}
