package zugabe.core.sign;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.MalformedException;

/**
 * A script of PowerShell: its signature is a block of comments at its end. It covers the text in
 * front of that block, as UTF-16.
 */
final class ScriptCode implements CodeFile {
  private static final String START = "# SIG # Begin signature block";
  private static final String END = "# SIG # End signature block";
  private static final String LINE = "\r\n";
  private static final int WIDTH = 64;
  private static final int MOST_BYTES = 16 << 20;

  private final String text;
  private final Charset charset;
  private final String mark;
  private final List<Lying> lying;

  /** Nothing but comments behind the block. */
  private final String rest;

  private ScriptCode(String text, Charset charset, String mark, List<Lying> lying, String rest) {
    this.text = text;
    this.charset = charset;
    this.mark = mark;
    this.lying = lying;
    this.rest = rest;
  }

  static boolean isScript(String name) {
    String lower = name.toLowerCase(Locale.ROOT);
    return lower.endsWith(".ps1") || lower.endsWith(".psm1") || lower.endsWith(".psd1");
  }

  static ScriptCode read(Content content) throws IOException {
    if (content.size() > MOST_BYTES) {
      throw new MalformedException("a script of more than 16 MiB is out of all proportion", 0);
    }
    byte[] bytes;
    try (InputStream in = content.open()) {
      bytes = in.readAllBytes();
    }
    boolean utf16 = starts(bytes, 0xFF, 0xFE);
    boolean utf8 = starts(bytes, 0xEF, 0xBB, 0xBF);
    Charset charset = utf16 ? StandardCharsets.UTF_16LE : StandardCharsets.UTF_8;
    String all = text(bytes, charset);
    String mark = utf16 || utf8 ? all.substring(0, 1) : "";
    String text = all.substring(mark.length());
    int at = text.indexOf(LINE + START + LINE);
    if (at < 0) {
      return new ScriptCode(text, charset, mark, List.of(), "");
    }
    int end = text.indexOf(LINE + END, at);
    if (end < 0) {
      throw new MalformedException("its block of the signature doesn't end", at);
    }
    String block = text.substring(at + LINE.length() + START.length(), end);
    StringBuilder base64 = new StringBuilder();
    block.lines().forEach(l -> base64.append(l.startsWith("# ") ? l.substring(2) : l));
    List<Lying> lying = new ArrayList<>();
    try {
      lying.add(new Lying(Base64.getDecoder().decode(base64.toString()), at));
    } catch (IllegalArgumentException e) {
      throw new MalformedException("its block of the signature isn't Base64", at);
    }
    return new ScriptCode(
        text.substring(0, at),
        charset,
        mark,
        lying,
        text.substring(end + LINE.length() + END.length()).strip());
  }

  private static boolean starts(byte[] bytes, int... first) {
    for (int i = 0; i < first.length; i++) {
      if (i >= bytes.length || (bytes[i] & 0xFF) != first[i]) {
        return false;
      }
    }
    return true;
  }

  private static String text(byte[] bytes, Charset charset) throws MalformedException {
    try {
      return charset.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
    } catch (CharacterCodingException e) {
      throw new MalformedException("it isn't text in " + charset, 0);
    }
  }

  @Override
  public IndirectData.Form form() {
    return IndirectData.Form.SCRIPT;
  }

  @Override
  public List<Lying> signatures() {
    return lying;
  }

  @Override
  public byte[] digest(String algorithm) {
    // what stands behind the block would be run, too
    return JarVerification.digest(algorithm)
        .digest((text + rest).getBytes(StandardCharsets.UTF_16LE));
  }

  @Override
  public Unsigned unsigned(int room, boolean kept) throws IOException {
    if (!rest.isEmpty()) {
      throw new NoPlaceException("there are lines behind its signature");
    }
    if (mark.isEmpty() && text.chars().anyMatch(c -> c >= 0x80)) {
      throw new NoPlaceException(
          "it has characters beyond ASCII and no byte order mark, so that one version of PowerShell"
              + " reads it as UTF-8 and another one doesn't");
    }
    return new Unsigned() {
      @Override
      public byte[] digest(String algorithm) {
        return ScriptCode.this.digest(algorithm);
      }

      @Override
      public int length() {
        return 0;
      }

      @Override
      public Layout with(byte[] signature) {
        StringBuilder out = new StringBuilder(mark).append(text).append(LINE).append(START);
        String base64 = Base64.getEncoder().encodeToString(signature);
        for (int i = 0; i < base64.length(); i += WIDTH) {
          out.append(LINE).append("# ").append(base64, i, Math.min(base64.length(), i + WIDTH));
        }
        out.append(LINE).append(END).append(LINE);
        return Layout.copyOf("script", Content.of(out.toString().getBytes(charset)));
      }
    };
  }
}
