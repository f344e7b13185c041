package zugabe.core.materials;

import zugabe.core.finding.Finding;
import zugabe.core.finding.Where;
import zugabe.formats.zip.ZipIrregularity;

/** Says what was noticed about an archive. */
public final class ArchiveFindings {
  private ArchiveFindings() {}

  /** The finding for an irregularity of the archive at {@code where}. */
  public static Finding of(ZipIrregularity i, Where where) {
    MaterialCode code =
        switch (i.fault()) {
          case NOT_AN_ARCHIVE, DAMAGED, TRAILING_BYTES -> MaterialCode.Z2005;
          case ESCAPE -> MaterialCode.Z2006;
          case OVERLAP -> MaterialCode.Z2007;
          case LIE -> MaterialCode.Z2008;
          case UNSUPPORTED -> MaterialCode.Z2009;
          case DUPLICATE -> MaterialCode.Z2010;
          case PREFIX -> MaterialCode.Z2011;
          case ODD_NAME -> MaterialCode.Z2012;
        };
    String fix =
        switch (code) {
          case Z2005, Z2008 ->
              "Get an undamaged copy: delete it and let your build fetch it again.";
          case Z2006, Z2007 ->
              "Don't use it. Find out where it comes from, and get the library from its maker.";
          case Z2009 -> "Pack it again with the method \"deflate\", without a password.";
          case Z2010 -> "The first of them is taken. Tell the library's maker.";
          case Z2011 ->
              "The bytes are left out. If they are a start script, nothing is lost by that.";
          default -> "It is taken as it is. Tell the library's maker.";
        };
    String what = Character.toUpperCase(i.what().charAt(0)) + i.what().substring(1) + ".";
    return new Finding(
        code, code.severity(), where.inside(i.entry(), i.offset()), what, code.why(), fix);
  }
}
