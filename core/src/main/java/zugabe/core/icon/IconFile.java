package zugabe.core.icon;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.ToIntFunction;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.icon.Icns;
import zugabe.formats.icon.IcoReader;
import zugabe.formats.icon.Icon;
import zugabe.formats.icon.Pixels;
import zugabe.formats.pe.PeReader;

/**
 * A file that an icon can be made of, or that is one.
 *
 * @param form {@code PNG}, {@code SVG}, {@code Windows icon}, {@code macOS icon} or {@code program}
 * @param holds its pictures, in their order
 */
public record IconFile(String form, List<Held> holds, Source source) {
  /** What a drawing is looked at in. */
  private static final int DRAWN = 512;

  private static final int LARGE = 256;
  private static final int START = 64;
  private static final int MOST_BYTES = 64 << 20;

  public IconFile {
    holds = List.copyOf(holds);
  }

  /**
   * One picture.
   *
   * @param what {@code PNG}, {@code bitmap}, {@code drawing} or a type of four letters
   */
  public record Held(String what, int width, int height, long bytes) {}

  /** Where pixels come from. */
  public interface Source {
    /** The picture that is best for a side, at least as large if there is one. */
    Pixels pixels(int side) throws MalformedException;
  }

  /** Reads one; what is wrong with it is in the findings. */
  public static Optional<IconFile> read(String name, Content content, Findings findings)
      throws IOException {
    Where where = Where.file(name);
    try (Access access = content.access()) {
      Optional<IconFile> file = of(access, where, findings);
      if (file.isPresent()) {
        file.get().look(where, findings);
      }
      return file;
    } catch (MalformedException e) {
      unreadable(where, e, findings);
      return Optional.empty();
    }
  }

  /** Tells that there are no pixels to be had. */
  public static void unreadable(Where where, MalformedException why, Findings findings) {
    findings.add(
        IconCode.Z0401,
        where,
        "It can't be read as a picture: " + why.getMessage() + ".",
        "Name a PNG or SVG file, an icon (.ico, .icns), or a program for Windows.");
  }

  private static Optional<IconFile> of(Access access, Where where, Findings findings)
      throws IOException {
    if (PeReader.mayBePe(access.readFully(0, (int) Math.min(START, access.size())))) {
      return Optional.of(ofIcon("program", ProgramIcon.images(access)));
    }
    if (access.size() > MOST_BYTES) {
      throw new MalformedException("a picture of more than 64 MiB is out of all proportion", 0);
    }
    byte[] bytes = access.readFully(0, (int) access.size());
    if (IcoReader.mayBe(bytes)) {
      return Optional.of(ofIcon("Windows icon", IcoReader.read(bytes)));
    }
    if (Icns.mayBe(bytes)) {
      return Optional.of(ofIcns(Icns.read(bytes)));
    }
    if (Drawing.mayBe(bytes)) {
      return drawing(bytes, where, findings);
    }
    Pixels pixels = Pixels.decode(bytes);
    return Optional.of(
        new IconFile(
            "PNG",
            List.of(new Held("PNG", pixels.width(), pixels.height(), bytes.length)),
            side -> pixels));
  }

  private static Optional<IconFile> drawing(byte[] bytes, Where where, Findings findings)
      throws MalformedException {
    Optional<String> more = Drawing.more(bytes);
    if (more.isPresent()) {
      findings.add(
          IconCode.Z0402,
          where,
          "The drawing holds " + more.get() + ".",
          "Save it as plain SVG, with pictures inside and without scripts.");
      return Optional.empty();
    }
    if (Drawing.hasLetters(bytes)) {
      poor(where, "it has letters, which each machine draws with its own fonts", findings);
    }
    Drawing drawing = Drawing.read(bytes);
    if (!drawing.isSquare()) {
      poor(where, "it isn't square, so its edges stay empty", findings);
    }
    return Optional.of(
        new IconFile(
            "SVG", List.of(new Held("drawing", 0, 0, bytes.length)), side -> drawing.pixels(side)));
  }

  private static IconFile ofIcon(String form, List<Icon.Image> images) throws MalformedException {
    if (images.isEmpty()) {
      throw new MalformedException("there is no icon in it", 0);
    }
    List<Held> held = new ArrayList<>();
    for (Icon.Image i : images) {
      String what = IcoReader.isPng(i.bytes()) ? "PNG" : "bitmap";
      held.add(new Held(what, i.width(), i.height(), i.bytes().length));
    }
    return new IconFile(
        form, held, side -> IcoReader.pixels(best(images, Icon.Image::width, side)));
  }

  /** The smallest that is large enough, else the largest. */
  private static <T> T best(List<T> all, ToIntFunction<T> side, int wanted) {
    return all.stream()
        .filter(one -> side.applyAsInt(one) >= wanted)
        .min(Comparator.comparingInt(side))
        .or(() -> all.stream().max(Comparator.comparingInt(side)))
        .orElseThrow();
  }

  private static IconFile ofIcns(List<Icns.Entry> entries) {
    List<Held> held = new ArrayList<>();
    for (Icns.Entry e : entries) {
      if (e.side() > 0) {
        String what = e.type() + (e.isPng() ? ", PNG" : "");
        held.add(new Held(what, e.side(), e.side(), e.bytes().length));
      }
    }
    List<Icns.Entry> readable = entries.stream().filter(Icns.Entry::isPng).toList();
    return new IconFile(
        "macOS icon",
        held,
        side -> {
          if (readable.isEmpty()) {
            throw new MalformedException("none of its pictures is a PNG", 0);
          }
          return Pixels.decode(best(readable, Icns.Entry::side, side).bytes());
        });
  }

  /**
   * Tells that pictures are made of a smaller one.
   *
   * @param side of the largest one; 0 for none
   */
  public void enlarged(int side, Where where, Findings findings) throws MalformedException {
    if (side == 0) {
      return;
    }
    Pixels best = source.pixels(side);
    int has = Math.max(best.width(), best.height());
    if (has < side) {
      poor(where, side + " pixels are made of " + has, findings);
    }
  }

  private void look(Where where, Findings findings) throws MalformedException {
    if (!form.equals("PNG") && !form.equals("SVG")) {
      return;
    }
    Pixels pixels = source.pixels(DRAWN);
    if (form.equals("PNG") && pixels.width() != pixels.height()) {
      poor(where, "it isn't square, so its edges stay empty", findings);
    } else if (pixels.width() < LARGE) {
      poor(where, "large views show 256 pixels, and it has " + pixels.width(), findings);
    }
    boolean opaque = Arrays.stream(pixels.argb()).allMatch(p -> p >>> 24 == 0xFF);
    boolean empty = Arrays.stream(pixels.argb()).allMatch(p -> p >>> 24 == 0);
    if (opaque || empty) {
      poor(
          where,
          empty
              ? "nothing of it is seen"
              : "nothing of it is seen through, so it is a box on every background",
          findings);
    }
  }

  private static void poor(Where where, String why, Findings findings) {
    findings.add(
        IconCode.Z0403,
        where,
        "It makes a poor icon: " + why + ".",
        "Draw it square, with 256 pixels or more on each side, on a background that is seen through.");
  }
}
