package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * Packages that other makers' tools signed, well and badly: some 330 lie among Debian's examples
 * for readers of packages, and their names say what is in them.
 */
public final class PackagesOfOthersTest {
  private static final int MANY = 250;

  /** Names of those in which something was changed, taken away, or made wrongly. */
  private static final Pattern BAD =
      Pattern.compile(
          ".*(-digest-mismatch|-does-not-verify|stripped|-broken|-mismatch|-no-certs|-no-sig"
              + "|-no-supported|-wrong-(digest|signature|content|order|apk)|truncated|garbage"
              + "|-missing-(digest|content)|-invalid-|in-entry-name|multiple-good-digests|unsigned"
              + "|-empty|mismatched-|-in\\.).*");

  private static final Pattern SIGNED =
      Pattern.compile(
          "v([123])-only-with-(rsa-pkcs1|rsa-pss|ecdsa|dsa)-(md5|sha[0-9]+)-(?:[0-9.]+-)?p?([0-9]+)\\.apk");

  private static final Set<String> WORSE_THAN_WEAK =
      Set.of("Z0201", "Z0202", "Z0204", "Z0207", "Z0208");

  private final Map<String, Path> packages = new TreeMap<>();
  private final Map<String, JsonNode> told = new TreeMap<>();
  private final Map<String, Set<String>> codes = new TreeMap<>();
  private Workspace w;

  @BeforeClass
  public void look() throws Exception {
    w = Workspace.create();
    try (var all = Files.walk(Phones.shipped("usr/share/doc/androguard/examples"))) {
      for (Path one : all.filter(p -> p.toString().endsWith(".apk")).sorted().toList()) {
        packages.putIfAbsent(one.getFileName().toString(), one);
      }
    }
    List<String> line = new ArrayList<>(List.of("verify", "--json"));
    packages.forEach(
        (name, path) -> {
          try {
            Files.createSymbolicLink(w.path(name), path);
            line.add(name);
          } catch (IOException e) {
            throw new IllegalStateException(e);
          }
        });
    Program.Result r = w.program().zugabe(line.toArray(String[]::new));
    assertThat(r.exit()).as(r.all()).isEqualTo(1);
    JsonNode answer = Answers.valid(r.out(), "verify");
    answer.path("files").forEach(f -> told.put(f.path("file").asText(), f));
    answer
        .path("findings")
        .forEach(
            f ->
                codes
                    .computeIfAbsent(f.path("where").path("file").asText(), n -> new TreeSet<>())
                    .add(f.path("code").asText()));
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  private boolean isWhole(String name) {
    return told.get(name).path("whole").asBoolean();
  }

  private Set<String> codes(String name) {
    return codes.getOrDefault(name, Set.of());
  }

  @Test
  public void everyPackageIsToldOf() {
    assertThat(packages).hasSizeGreaterThan(MANY);
    assertThat(told.keySet()).containsAll(packages.keySet());
  }

  @Test
  public void whatWasSpoiltIsRefused() {
    List<String> bad = packages.keySet().stream().filter(n -> BAD.matcher(n).matches()).toList();
    assertThat(bad).hasSizeGreaterThan(60);
    for (String name : bad) {
      // a package with nothing in it can be signed well by the entries' scheme
      boolean fine = name.equals("v1-only-empty.apk");
      assertThat(isWhole(name)).as(name).isEqualTo(fine);
      if (!fine) {
        assertThat(codes(name)).as(name).containsAnyElementsOf(WORSE_THAN_WEAK);
      }
    }
  }

  @Test
  public void everyAlgorithmIsReadAndWeakOnesAreOnlyWeak() {
    int looked = 0;
    for (String name : packages.keySet()) {
      var named = SIGNED.matcher(name);
      if (!named.matches() || BAD.matcher(name).matches()) {
        continue;
      }
      looked++;
      int bits = Integer.parseInt(named.group(4));
      boolean key = named.group(2).equals("ecdsa") || bits >= 2048;
      boolean digest = Set.of("sha256", "sha384", "sha512").contains(named.group(3));
      assertThat(isWhole(name)).as(name + " " + codes(name)).isEqualTo(key && digest);
      assertThat(codes(name)).as(name).doesNotContainAnyElementsOf(WORSE_THAN_WEAK);
      if (!(key && digest)) {
        assertThat(codes(name)).as(name).contains("Z0205");
      }
    }
    assertThat(looked).isGreaterThan(150);
  }

  /** A second reader, written by the description of the schemes, is of the same opinion. */
  @Test
  public void aSecondReaderAgrees() throws Exception {
    int agreed = 0;
    for (Map.Entry<String, Path> one : packages.entrySet()) {
      String name = one.getKey();
      boolean schemes = name.matches("(golden-.*v[23].*-out|v[23]-only-with-(rsa|ecdsa).*)\\.apk");
      if (!schemes || codes(name).contains("Z0205") || codes(name).contains("Z0208")) {
        continue;
      }
      boolean good;
      try {
        good = !ApkSignatures.verified(Files.readAllBytes(one.getValue())).isEmpty();
      } catch (Exception e) {
        good = false;
      }
      assertThat(isWhole(name)).as(name).isEqualTo(good);
      agreed++;
    }
    assertThat(agreed).isGreaterThan(50);
  }

  @Test
  public void whatOneSchemeLacksIsTold() {
    assertThat(codes("v2-stripped.apk")).contains("Z0202");
    assertThat(codes("v3-stripped.apk")).contains("Z0202");
    assertThat(codes("v2-only-with-rsa-pkcs1-sha256-2048.apk")).contains("Z0212");
    assertThat(told.get("golden-aligned-v1v2v3-out.apk").path("signers").findValuesAsText("scheme"))
        .containsExactly("v1", "v2", "v3");
    assertThat(codes("debuggable-boolean.apk")).contains("Z0205");
    assertThat(told.get("debuggable-boolean.apk").toString())
        .contains("emailAddress=android@android.com");
  }

  /** Cut off, or with an end that can't be found. */
  @Test
  public void aFileWithoutAnEndIsDamaged() throws Exception {
    byte[] good = Files.readAllBytes(w.path("golden-aligned-v1v2-out.apk"));
    byte[] end = good.clone();
    end[good.length - 22] ^= 1;
    Files.write(w.path("no-end.apk"), end);
    Files.write(w.path("half.apk"), java.util.Arrays.copyOf(good, good.length / 2));
    for (String name : List.of("no-end.apk", "half.apk")) {
      Program.Result r = w.program().zugabe("verify", name);
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.all())
          .contains("error Z0207  " + name, "the zip file that it would be in is damaged")
          .doesNotContain("Z0201");
    }
  }

  @Test
  public void inspectReadsTheSame() throws Exception {
    for (String name :
        List.of(
            "golden-aligned-v1v2v3-lineage-out.apk",
            "two-signers.apk",
            "v3-only-with-ecdsa-sha512-p384.apk",
            "v2-only-truncated-cd.apk")) {
      Program.Result r = w.program().zugabe("inspect", name);
      assertThat(r.exit()).as(r.all()).isLessThan(2);
      assertThat(r.all()).as(name).doesNotContain("Exception");
    }
    assertThat(Keys.ok(w, "inspect", "golden-aligned-v1v2v3-lineage-out.apk").out())
        .contains("Signed by (not verified)");
  }

  /** One of them, signed again by somebody else. */
  @Test
  public void anotherMakersPackageIsSignedAnew() throws Exception {
    Keys.make(w, "phone", "android", "ec-p256");
    Keys.ok(
        w, "sign", "golden-aligned-v1v2-out.apk", "--key", "phone", "--replace", "--to", "own.apk");
    assertThat(ApkSignatures.verified(Files.readAllBytes(w.path("own.apk"))))
        .containsKeys("v2", "v3");
    assertThat(Keys.ok(w, "verify", "own.apk").out()).contains("✓ whole", "you");
  }
}
