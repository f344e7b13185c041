package zugabe.core.sign;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.math.BigInteger;
import java.net.HttpURLConnection;
import java.net.URI;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.bouncycastle.asn1.ASN1Encodable;
import org.bouncycastle.tsp.TSPAlgorithms;
import org.bouncycastle.tsp.TSPException;
import org.bouncycastle.tsp.TimeStampRequest;
import org.bouncycastle.tsp.TimeStampRequestGenerator;
import org.bouncycastle.tsp.TimeStampResponse;
import org.bouncycastle.tsp.TimeStampToken;
import zugabe.bytes.Digests;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/**
 * Asks authorities for the time (RFC 3161 over HTTP, section 3.4): one after the other, each a few
 * times. What one answers counts only when it is about the same digest and the same nonce, and
 * signed by a certificate for timestamps.
 */
public final class Stamping {
  private static final int TRIES = 3;
  private static final int CONNECT_MILLIS = 5_000;
  private static final int MOST_BYTES = 1 << 20;
  private static final Duration MOST_APART = Duration.ofDays(1);

  private final List<String> addresses;
  private final int readMillis;
  private final Clock clock;
  private final Where where;
  private final Findings findings;
  private final SecureRandom random = new SecureRandom();

  /** No authority gave a time; why not is in the findings. */
  public static final class NoneException extends IOException {
    private static final long serialVersionUID = 1;

    NoneException() {
      super("no timestamp authority answered");
    }
  }

  /**
   * @param addresses in the order in which they are asked; none for no timestamp
   * @param readMillis how long to wait for an answer
   */
  public Stamping(
      List<String> addresses, int readMillis, Clock clock, Where where, Findings findings) {
    this.addresses = List.copyOf(addresses);
    this.readMillis = readMillis;
    this.clock = clock;
    this.where = where;
    this.findings = findings;
  }

  /** For signatures that have no place for a timestamp. */
  static Stamping none() {
    Clock clock = Clock.fixed(Instant.EPOCH, ZoneOffset.UTC);
    return new Stamping(List.of(), 0, clock, Where.file(""), new Findings());
  }

  /** What the clock says. */
  Instant now() {
    return clock.instant();
  }

  /** Whether there is to be a timestamp. */
  public boolean isWanted() {
    return !addresses.isEmpty();
  }

  /** A token for a signature's bytes; empty when none is to be had, which is in the findings. */
  Optional<ASN1Encodable> token(byte[] signature) throws IOException {
    byte[] digest = Digests.sha256().digest(signature);
    List<String> faults = new ArrayList<>();
    for (String address : addresses) {
      String fault = "";
      for (int i = 0; i < TRIES; i++) {
        pause(i);
        try {
          TimeStampToken token = ask(address, digest);
          return Optional.of(token.toCMSSignedData().toASN1Structure());
        } catch (IOException e) {
          fault = address + ": " + (e.getMessage() == null ? e.toString() : e.getMessage());
        } catch (TSPException e) {
          // it answered, and wrongly; it would again
          fault = address + ": " + plain(e);
          break;
        }
      }
      faults.add(fault);
    }
    findings.add(
        SignCode.Z0301,
        where,
        "No timestamp authority gave a time. " + String.join("; ", faults) + ".",
        "Try again later, or name another one by timestamp:. Nothing was signed.");
    return Optional.empty();
  }

  /** Without the names of what a library is made of. */
  private static String plain(TSPException e) {
    String message = String.valueOf(e.getMessage());
    return message.contains("java.") || message.startsWith("malformed")
        ? "what it answered isn't a timestamp"
        : Regex.replaceAll(message, "\\.+$", "");
  }

  private void pause(int tries) throws IOException {
    if (tries == 0) {
      return;
    }
    try {
      TimeUnit.MILLISECONDS.sleep(250L << tries);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    }
  }

  private TimeStampToken ask(String address, byte[] digest) throws IOException, TSPException {
    TimeStampRequestGenerator asking = new TimeStampRequestGenerator();
    asking.setCertReq(true);
    TimeStampRequest request =
        asking.generate(TSPAlgorithms.SHA256, digest, new BigInteger(64, random));
    HttpURLConnection connection = (HttpURLConnection) URI.create(address).toURL().openConnection();
    try {
      connection.setConnectTimeout(CONNECT_MILLIS);
      connection.setReadTimeout(readMillis);
      connection.setRequestMethod("POST");
      connection.setDoOutput(true);
      connection.setInstanceFollowRedirects(false);
      connection.setRequestProperty("Content-Type", "application/timestamp-query");
      try (OutputStream out = connection.getOutputStream()) {
        out.write(request.getEncoded());
      }
      if (connection.getResponseCode() != HttpURLConnection.HTTP_OK) {
        throw new IOException("it answered with status " + connection.getResponseCode());
      }
      try (InputStream in = connection.getInputStream()) {
        return checked(new TimeStampResponse(in.readNBytes(MOST_BYTES)), request);
      }
    } finally {
      connection.disconnect();
    }
  }

  private TimeStampToken checked(TimeStampResponse response, TimeStampRequest request)
      throws TSPException, IOException {
    response.validate(request);
    TimeStampToken token = response.getTimeStampToken();
    if (token == null) {
      throw new TSPException("it refused: " + response.getStatusString());
    }
    Instant told = Timestamp.of(token).time();
    if (Duration.between(told, clock.instant()).abs().compareTo(MOST_APART) > 0) {
      throw new TSPException("it says that it is " + told + ", and this machine doesn't");
    }
    return token;
  }
}
