package zugabe.core.keys;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.KeyPair;
import java.security.SecureRandom;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javax.security.auth.x500.X500Principal;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/**
 * A key that is wanted.
 *
 * @param name in the recipe
 * @param subject who signs with it: a distinguished name, or a user of OpenPGP
 * @param older whether older readers have to open its store
 */
public record NewKey(
    String name,
    Purpose purpose,
    Purpose.Strength strength,
    String subject,
    int years,
    boolean older) {
  private static final int MOST_YEARS = 50;
  private static final String USER = "[^<>\\x00-\\x1f]*[^<>\\x00-\\x20] <[^<>@\\s]+@[^<>@\\s]+>";

  /** Whether it can be made; why not is in the findings. */
  public boolean isFit(Instant now, Findings findings) {
    Where where = Where.file("key " + name).at("subject");
    boolean fit = true;
    if (purpose == Purpose.OPENPGP) {
      if (!zugabe.bytes.Regex.matches(subject, USER)) {
        findings.add(
            KeyCode.Z0110,
            where,
            "\"" + subject + "\" isn't a user of OpenPGP.",
            "Write name and address: \"Release Desk <desk@gannet.example>\".");
        fit = false;
      }
    } else {
      fit = SubjectName.of(subject, where, findings).isPresent();
    }
    Where at = Where.file("key " + name).at("years");
    if (years < 1 || years > MOST_YEARS) {
      findings.add(
          KeyCode.Z0110,
          at,
          "It can't be valid for " + years + " years, but for 1 to " + MOST_YEARS + ".",
          "Leave --years out, for " + purpose.years() + ".");
      fit = false;
    }
    boolean unread =
        strength == Purpose.Strength.ED25519
            && (purpose == Purpose.ANDROID || purpose == Purpose.WINDOWS);
    if (unread || (strength == Purpose.Strength.ED25519 && purpose == Purpose.APPLE)) {
      findings.add(
          KeyCode.Z0114,
          Where.file("key " + name).at("algorithm"),
          "Readers of what is signed for " + purpose.word() + " don't verify Ed25519.",
          "Leave --algorithm out, for " + purpose.strength().word() + ".");
      fit = false;
    }
    if (fit
        && purpose == Purpose.ANDROID
        && !until(now).atZone(ZoneOffset.UTC).toLocalDate().isAfter(KeyJudge.ANDROID_UNTIL)) {
      findings.add(
          KeyCode.Z0113,
          at,
          "Stores for Android refuse keys that end before " + KeyJudge.ANDROID_UNTIL + ".",
          "Leave --years out, for " + purpose.years() + ".");
    }
    return fit;
  }

  private Instant until(Instant now) {
    return now.atZone(ZoneOffset.UTC).plusYears(years).toInstant().truncatedTo(ChronoUnit.SECONDS);
  }

  /** Makes it and writes it, readable by its owner alone; a file that is there stays. */
  public void write(Path file, Secret secret, Instant now) throws IOException {
    SecureRandom random = new SecureRandom();
    byte[] bytes;
    if (purpose == Purpose.OPENPGP) {
      bytes = new NewOpenPgp(strength, now, random).armoured(subject, until(now), secret);
    } else {
      NewX509 making = new NewX509(random);
      KeyPair pair = making.pair(strength);
      X509Certificate certificate =
          making.certificate(pair, new X500Principal(subject), purpose, now, until(now));
      bytes = new Pkcs12(older).write(name, pair.getPrivate(), List.of(certificate), secret);
    }
    write(file, bytes);
  }

  /**
   * Writes a file that only its owner can read.
   *
   * @throws FileAlreadyExistsException when there is one
   */
  static void write(Path file, byte[] bytes) throws IOException {
    Optional<Path> folder = Optional.ofNullable(file.getParent());
    if (folder.isPresent()) {
      Files.createDirectories(folder.get());
    }
    if (Files.exists(file)) {
      throw new FileAlreadyExistsException(file.toString());
    }
    boolean posix = FileSystems.getDefault().supportedFileAttributeViews().contains("posix");
    FileAttribute<?>[] own =
        posix
            ? new FileAttribute<?>[] {
              PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"))
            }
            : new FileAttribute<?>[0];
    Path part = Files.createTempFile(file.toAbsolutePath().getParent(), ".key", ".part", own);
    try {
      Files.write(part, bytes);
      // refuses to take the place of a file that came meanwhile
      Files.createLink(file, part);
    } catch (FileAlreadyExistsException e) {
      throw e;
    } catch (IOException | UnsupportedOperationException e) {
      // a file system without hard links
      Files.move(part, file);
    } finally {
      Files.deleteIfExists(part);
      Arrays.fill(bytes, (byte) 0);
    }
  }
}
