package zugabe.standins;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigInteger;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.security.cert.CertificateEncodingException;
import java.time.Clock;
import java.time.Instant;
import java.util.Base64;
import java.util.Date;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.cmp.PKIFailureInfo;
import org.bouncycastle.cert.jcajce.JcaCertStore;
import org.bouncycastle.cms.jcajce.JcaSimpleSignerInfoGeneratorBuilder;
import org.bouncycastle.operator.DigestCalculator;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaDigestCalculatorProviderBuilder;
import org.bouncycastle.tsp.TSPAlgorithms;
import org.bouncycastle.tsp.TSPException;
import org.bouncycastle.tsp.TimeStampRequest;
import org.bouncycastle.tsp.TimeStampRequestGenerator;
import org.bouncycastle.tsp.TimeStampResponseGenerator;
import org.bouncycastle.tsp.TimeStampTokenGenerator;

/**
 * A stand-in for a timestamp authority (RFC 3161 over HTTP), with a chain that it made up. It can
 * be told to fail, to be slow and to lie.
 */
public final class TimestampAuthority implements Closeable {
  /** A policy under the arc for examples (RFC 7042 knows none for timestamps). */
  private static final ASN1ObjectIdentifier POLICY = new ASN1ObjectIdentifier("2.999.1");

  private static final Instant LAST_CENTURY = Instant.parse("1999-12-31T23:00:00Z");
  private static final int MOST_BYTES = 1 << 16;

  private final Behaviour behaviour;
  private final Clock clock;
  private final Chain chain;
  private final HttpServer server;
  private final ExecutorService threads = Executors.newCachedThreadPool(this::daemon);
  private final AtomicInteger asked = new AtomicInteger();

  private TimestampAuthority(Behaviour behaviour, int port, Clock clock) throws IOException {
    this.behaviour = behaviour;
    this.clock = clock;
    this.chain = Chain.make(clock.instant());
    this.server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
    server.setExecutor(threads);
    server.createContext("/", this::answer);
    server.start();
  }

  private Thread daemon(Runnable work) {
    Thread thread = new Thread(work, "stand-in");
    thread.setDaemon(true);
    return thread;
  }

  /**
   * Starts one on this machine.
   *
   * @param port 0 for any
   */
  public static TimestampAuthority start(Behaviour behaviour, int port, Clock clock)
      throws IOException {
    return new TimestampAuthority(behaviour, port, clock);
  }

  /** Where it answers. */
  public String address() {
    return "http://127.0.0.1:" + server.getAddress().getPort() + "/";
  }

  /** How often it was asked. */
  public int asked() {
    return asked.get();
  }

  /** The certificate of who vouches for it, as PEM. */
  public String root() {
    try {
      return "-----BEGIN CERTIFICATE-----\n"
          + Base64.getMimeEncoder(64, new byte[] {'\n'}).encodeToString(chain.root().getEncoded())
          + "\n-----END CERTIFICATE-----\n";
    } catch (CertificateEncodingException e) {
      throw new IllegalStateException("a certificate that was made has bytes", e);
    }
  }

  private void answer(HttpExchange exchange) throws IOException {
    asked.incrementAndGet();
    byte[] asking = exchange.getRequestBody().readNBytes(MOST_BYTES);
    switch (behaviour) {
      case FAIL -> send(exchange, 500, "out of order".getBytes(StandardCharsets.US_ASCII));
      case SILENT -> silence();
      case GARBAGE -> send(exchange, 200, "it is late".getBytes(StandardCharsets.US_ASCII));
      default -> {
        try {
          send(exchange, 200, response(new TimeStampRequest(asking)));
        } catch (IOException | TSPException | OperatorCreationException e) {
          send(exchange, 400, String.valueOf(e.getMessage()).getBytes(StandardCharsets.UTF_8));
        }
      }
    }
  }

  private static void silence() {
    try {
      TimeUnit.HOURS.sleep(1);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static void send(HttpExchange exchange, int status, byte[] body) throws IOException {
    exchange.getResponseHeaders().set("Content-Type", "application/timestamp-reply");
    exchange.sendResponseHeaders(status, body.length);
    try (OutputStream out = exchange.getResponseBody()) {
      out.write(body);
    }
  }

  private byte[] response(TimeStampRequest request)
      throws IOException, TSPException, OperatorCreationException {
    try {
      DigestCalculator digest =
          new JcaDigestCalculatorProviderBuilder()
              .build()
              .get(
                  new org.bouncycastle.asn1.x509.AlgorithmIdentifier(
                      org.bouncycastle.asn1.nist.NISTObjectIdentifiers.id_sha256));
      TimeStampTokenGenerator tokens =
          new TimeStampTokenGenerator(
              new JcaSimpleSignerInfoGeneratorBuilder()
                  .build("SHA256withRSA", chain.key().getPrivate(), chain.authority()),
              digest,
              POLICY);
      tokens.addCertificates(new JcaCertStore(List.of(chain.authority(), chain.root())));
      TimeStampResponseGenerator responses =
          new TimeStampResponseGenerator(tokens, TSPAlgorithms.ALLOWED);
      if (behaviour == Behaviour.REFUSE) {
        return responses
            .generateFailResponse(2, PKIFailureInfo.timeNotAvailable, "no clock here")
            .getEncoded();
      }
      Instant time = behaviour == Behaviour.PAST ? LAST_CENTURY : clock.instant();
      return responses
          .generate(told(request), BigInteger.valueOf(asked.get()), Date.from(time))
          .getEncoded();
    } catch (java.security.GeneralSecurityException e) {
      throw new TSPException("no certificate", e);
    }
  }

  /** The request as a liar understands it. */
  private TimeStampRequest told(TimeStampRequest request) throws IOException {
    TimeStampRequestGenerator other = new TimeStampRequestGenerator();
    other.setCertReq(true);
    byte[] digest = request.getMessageImprintDigest().clone();
    BigInteger nonce = request.getNonce();
    if (behaviour == Behaviour.OTHER_DIGEST) {
      digest[0] ^= 1;
    }
    if (behaviour == Behaviour.OTHER_NONCE) {
      nonce = nonce.add(BigInteger.ONE);
    }
    return behaviour == Behaviour.OTHER_DIGEST || behaviour == Behaviour.OTHER_NONCE
        ? other.generate(request.getMessageImprintAlgOID(), digest, nonce)
        : request;
  }

  @Override
  public void close() {
    server.stop(0);
    threads.shutdownNow();
  }
}
