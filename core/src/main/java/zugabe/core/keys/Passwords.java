package zugabe.core.keys;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** Judges passwords, and makes good ones. */
public final class Passwords {
  /** What is accepted at least, in characters (NIST SP 800-63B wants 8 and advises more). */
  public static final int LEAST = 10;

  /** No letters and digits that look alike. */
  private static final String LETTERS = "abcdefghijkmnpqrstuvwxyz23456789";

  private static final int GROUPS = 5;
  private static final int IN_GROUP = 5;

  private Passwords() {}

  /** Whether a password is good enough for a new key. */
  public static boolean isGood(Secret secret, Where where, Findings findings) throws IOException {
    String why = "";
    if (secret.length() < LEAST) {
      why = "It has " + secret.length() + " characters; " + LEAST + " are the least.";
    } else if (isCommon(secret)) {
      why = "It is one of the passwords that are tried first.";
    } else if (isPattern(secret.chars())) {
      why = "It is the same few characters again and again, or a row of them.";
    }
    if (!why.isEmpty()) {
      findings.add(
          KeyCode.Z0111,
          where,
          why,
          "Take a longer one, such as several words, or let one be made: --generate-password FILE.");
    }
    return why.isEmpty();
  }

  /** A new one: five groups of five, some 125 bits. */
  public static Secret generate(SecureRandom random) {
    char[] chars = new char[GROUPS * (IN_GROUP + 1) - 1];
    for (int i = 0; i < chars.length; i++) {
      boolean gap = i % (IN_GROUP + 1) == IN_GROUP;
      chars[i] = gap ? '-' : LETTERS.charAt(random.nextInt(LETTERS.length()));
    }
    return Secret.of(chars);
  }

  private static boolean isPattern(char[] chars) {
    Set<Integer> steps = new HashSet<>();
    Set<Character> different = new HashSet<>();
    for (int i = 0; i < chars.length; i++) {
      different.add(chars[i]);
      if (i > 0) {
        steps.add(chars[i] - chars[i - 1]);
      }
    }
    return different.size() < 5 || steps.size() == 1;
  }

  /** Common ones come with digits and signs behind them, too. */
  private static boolean isCommon(Secret secret) throws IOException {
    char[] plain = new char[secret.length()];
    int count = secret.length();
    while (count > 0 && !Character.isLetter(secret.chars()[count - 1])) {
      count--;
    }
    for (int i = 0; i < count; i++) {
      char lower = Character.toLowerCase(secret.chars()[i]);
      plain[i] = lower == '0' ? 'o' : lower == '3' ? 'e' : lower == '@' ? 'a' : lower;
    }
    char[] word = Arrays.copyOf(plain, count);
    Arrays.fill(plain, '\0');
    boolean found = false;
    try (InputStream in = Passwords.class.getResourceAsStream("common-passwords.txt")) {
      for (String line : new String(in.readAllBytes(), StandardCharsets.US_ASCII).split("\n", -1)) {
        found |=
            !line.isEmpty() && Arrays.equals(line.toLowerCase(Locale.ROOT).toCharArray(), word);
      }
    }
    Arrays.fill(word, '\0');
    return found;
  }
}
