package zugabe.fuzz;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.core.Icons;
import zugabe.core.Surroundings;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.archive.TarFile;
import zugabe.core.materials.Glob;
import zugabe.core.materials.UserCache;
import zugabe.core.work.Progress;
import zugabe.formats.androidxml.XmlReader;
import zugabe.formats.apk.SigningBlock;
import zugabe.formats.beam.Beam;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.ClassSketch;
import zugabe.formats.classfile.LinkReader;
import zugabe.formats.classfile.ServletFacts;
import zugabe.formats.dex.Dex;
import zugabe.formats.dex.DexLinks;
import zugabe.formats.dex.DexNames;
import zugabe.formats.elf.ElfReader;
import zugabe.formats.erlang.ExternalTerm;
import zugabe.formats.erlang.TermReader;
import zugabe.formats.icon.Pixels;
import zugabe.formats.jar.ManifestReader;
import zugabe.formats.macho.MachOReader;
import zugabe.formats.pe.PeReader;
import zugabe.formats.pe.ResourceReader;
import zugabe.formats.picture.Picture;
import zugabe.formats.tar.TarReader;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipReader;
import zugabe.kinds.Kinds;

/** Everything that takes inputs from anywhere. */
final class Targets {
  private final Path folder;
  private final Map<String, Target> all = new LinkedHashMap<>();

  private Targets(Path folder) {
    this.folder = folder;
  }

  /**
   * All of them, by name.
   *
   * @param folder an empty one, for files
   */
  static Map<String, Target> in(Path folder) throws IOException {
    Targets targets = new Targets(folder);
    targets.formats();
    targets.program();
    targets.words();
    new SignedTargets(Files.createDirectories(folder.resolve("signed"))).in(targets::add);
    return targets.all;
  }

  private void add(String name, List<byte[]> seeds, Target.Taker taker) {
    all.put(name, new Target(name, seeds, taker));
  }

  private interface AccessReader {
    Object read(Access access) throws IOException;
  }

  private void structure(String name, List<byte[]> seeds, AccessReader reader) {
    add(
        name,
        seeds,
        bytes -> {
          try (Access access = Content.of(bytes).access()) {
            reader.read(access);
          }
        });
  }

  private void formats() {
    List<byte[]> zips =
        List.of(Seeds.jar(), Seeds.zip("a", "b", "c/d", "e".repeat(5000)), Seeds.zip());
    add(
        "zip",
        zips,
        bytes -> {
          for (ZipEntry e : ZipReader.read(Content.of(bytes)).entries()) {
            isTaken(b -> drain(e), bytes);
          }
        });
    add(
        "tar",
        List.of(Seeds.tar(), packed(Seeds.tar())),
        bytes -> {
          try (TarFile tar = TarFile.open(Content.of(bytes)).orElse(null)) {
            if (tar != null) {
              TarReader reader = tar.reader();
              for (var entry = reader.next(); entry.isPresent(); entry = reader.next()) {
                Objects.requireNonNull(entry.get().name());
              }
            }
          }
        });
    add("deflate", RoundTrip.seeds(), RoundTrip::take);
    add(
        "manifest",
        List.of(
            Seeds.text(
                "Manifest-Version: 1.0\r\nMain-Class: a.B\r\nX: y\r\n z\r\n\r\nName: a/b\r\nY: z\r\n\r\n")),
        ManifestReader::read);
    add(
        "class",
        Seeds.classes(),
        bytes -> {
          each(
              bytes,
              List.<Target.Taker>of(
                  ClassFacts::decode, ClassSketch::decode, LinkReader::read, ServletFacts::decode));
        });
    List<byte[]> programs = Seeds.programs();
    structure("elf", programs, ElfReader::read);
    structure("pe", programs, PeReader::read);
    structure("pe-resources", List.of(Seeds.resources()), ResourceReader::read);
    structure("macho", programs, MachOReader::read);
    structure("dex", programs, Dex::read);
    structure("dex-names", programs, DexNames::defined);
    structure("dex-links", List.of(PhoneSeeds.code()), a -> DexLinks.read(a, m -> true));
    structure("android-xml", List.of(PhoneSeeds.manifest()), XmlReader::read);
    structure("resource-table", List.of(PhoneSeeds.table()), PhoneSeeds::drain);
    structure("signing-block", List.of(PhoneSeeds.block()), a -> SigningBlock.find(a, a.size()));
    structure("beam", programs, Beam::read);
    structure("picture", Seeds.pictures(), Picture::read);
    add("pixels", Seeds.pictures(), Pixels::decode);
    add(
        "terms",
        List.of(
            Seeds.text(
                "%% coding: utf-8\n{application, tide, [{vsn, \"1.0\"}, {n, 16#ff}, <<\"x\">>, $a, 'q q', #{a => 1.5e3}]}.\n")),
        TermReader::read);
    add(
        "external-term",
        List.of(
            new byte[] {
              (byte) 131,
              104,
              2,
              119,
              2,
              'o',
              'k',
              108,
              0,
              0,
              0,
              1,
              97,
              1,
              106,
              109,
              0,
              0,
              0,
              1,
              'x'
            }),
        ExternalTerm::decode);
  }

  /** Each reader gets the input, whatever the others say of it. */
  private static void each(byte[] bytes, List<Target.Taker> takers) {
    for (Target.Taker taker : takers) {
      isTaken(taker, bytes);
    }
  }

  private static boolean isTaken(Target.Taker taker, byte[] bytes) {
    try {
      taker.take(bytes);
      return true;
    } catch (IOException refused) {
      return false;
    }
  }

  private static void drain(ZipEntry entry) throws IOException {
    try (InputStream in = entry.open()) {
      in.transferTo(OutputStream.nullOutputStream());
    }
  }

  private static byte[] packed(byte[] bytes) {
    java.io.ByteArrayOutputStream out = new java.io.ByteArrayOutputStream();
    try (java.util.zip.GZIPOutputStream gzip = new java.util.zip.GZIPOutputStream(out)) {
      gzip.write(bytes);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private Zugabe zugabe() {
    return new Zugabe(
        new Surroundings(folder, Map.of("ZUGABE_CACHE", "off"), 1, Progress.NONE),
        Kinds.registry());
  }

  private void program() throws IOException {
    List<byte[]> files = new ArrayList<>(List.of(Seeds.jar(), Seeds.tar(), packed(Seeds.tar())));
    files.addAll(Seeds.programs().stream().filter(p -> p.length < 1 << 16).toList());
    files.addAll(Seeds.pictures());
    files.addAll(Seeds.classes());
    Path file = folder.resolve("input");
    add(
        "inspect",
        files,
        bytes -> {
          Files.write(file, bytes);
          told(zugabe().inspect(file));
        });
    add(
        "icon",
        Seeds.icons(),
        bytes -> {
          Files.write(file, bytes);
          Icons.Wanted wanted = new Icons.Wanted(Path.of("icon.png"), 32, Optional.empty());
          told(zugabe().icons().icon(file, Optional.of(wanted)));
        });
    Path materials = Files.createDirectories(folder.resolve("materials"));
    add(
        "survey",
        files,
        bytes -> {
          Files.write(materials.resolve("input.jar"), bytes);
          Files.write(materials.resolve("LICENSE"), bytes);
          told(zugabe().survey(materials, Optional.empty()));
        });
    Files.writeString(folder.resolve("x.txt"), "x");
    add(
        "recipe",
        List.of(
            Seeds.text(
                """
                app: {id: example.tern, name: Tern, version: "1.0", time: 2026-01-01}
                materials:
                  a: {own: x*.txt, libraries: [lib/*.jar, "**/?a*b*c.jar"]}
                programs:
                  p: {materials: a, file: x.txt, arguments: ["{app.name} {env.X:y}", 'a"b'], service: {arguments: [z]}}
                keys:
                  k: {store: x.txt, alias: a, password: env:X}
                accept:
                  - {code: Z4033, at: "materials.*", because: "x", until: 2030-01-01}
                deliverables:
                  d: {kind: archive, programs: [p], formats: [zip, tar.gz], platforms: [linux-x64]}
                  j: {kind: jar, materials: a}
                """)),
        bytes -> {
          Files.write(folder.resolve("zugabe.yaml"), bytes);
          told(zugabe().check(new Zugabe.Request(Optional.empty(), List.of(), List.of())));
        });
    Path caches = Files.createDirectories(folder.resolve("cache"));
    UserCache cache =
        UserCache.of(
            Map.of("XDG_CACHE_HOME", caches.toString(), "HOME", caches.toString()),
            Clock.systemUTC());
    add(
        "cache",
        List.of(new byte[200], Seeds.text("what was kept")),
        bytes -> {
          byte[] value = Seeds.text("what was kept");
          cache.put("kind", "key", value);
          try (Stream<Path> kept = Files.list(caches.resolve("zugabe"))) {
            for (Path p : kept.filter(k -> !k.endsWith("swept")).toList()) {
              byte[] whole = Files.readAllBytes(p);
              int at = bytes.length % whole.length;
              byte[] spoilt = (bytes.length % 3 == 1 ? bytes : whole).clone();
              spoilt[Math.min(at, spoilt.length - 1)] ^= (byte) Math.max(1, bytes.length % 256);
              Files.write(p, spoilt);
            }
          }
          if (cache.get("kind", "key").filter(k -> !Arrays.equals(k, value)).isPresent()) {
            throw new IllegalStateException("the cache gave something else than was kept");
          }
        });
  }

  /** What is answered can be told. */
  private void told(Answer answer) {
    if (zugabe().json(answer).isEmpty()) {
      throw new IllegalStateException("nothing is told");
    }
  }

  private void words() {
    List<byte[]> hostile =
        List.of(
            Seeds.text("\" & echo x & rem \""),
            Seeds.text("%PATH% ^& | <> () ! 'a' \\\\\" \\"),
            Seeds.text("$(x) `y` ${HOME} ; # * ? ~ \n\t"));
    add("words-sh", hostile, Quoting::sh);
    add("words-cmd", hostile, Quoting::cmd);
    add(
        "glob",
        List.of(
            Seeds.text("*a*a*a*b\naaaaaaaaaaaaaaaaaaaaaaaaaaaaac"),
            Seeds.text("**/x/**/?*.jar\na/x/b/c/d.jar")),
        bytes -> {
          String[] parts = new String(bytes, StandardCharsets.ISO_8859_1).split("\n", 2);
          Glob.of(parts[0]).matches(parts[parts.length - 1]);
        });
  }
}
