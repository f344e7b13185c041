package zugabe.standins;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What a stand-in for a timestamp authority does with a request. */
public enum Behaviour {
  /** Answers as it should. */
  GOOD,
  /** Refuses, with a status of RFC 3161, section 2.4.2. */
  REFUSE,
  /** Answers with an error of HTTP. */
  FAIL,
  /** Takes the request and says nothing. */
  SILENT,
  /** Answers with what isn't a timestamp. */
  GARBAGE,
  /** Vouches for another digest than it was asked for. */
  OTHER_DIGEST,
  /** Answers with another nonce than it was asked for. */
  OTHER_NONCE,
  /** Tells a time of last century. */
  PAST;

  /** As users write it. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** By its word. */
  public static Optional<Behaviour> of(String word) {
    return Arrays.stream(values()).filter(b -> b.word().equals(word)).findFirst();
  }

  /** All words. */
  public static List<String> words() {
    return Arrays.stream(values()).map(Behaviour::word).toList();
  }
}
