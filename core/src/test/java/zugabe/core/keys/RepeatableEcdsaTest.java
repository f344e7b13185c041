package zugabe.core.keys;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.security.AlgorithmParameters;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.MessageDigest;
import java.security.Signature;
import java.security.interfaces.ECPrivateKey;
import java.security.spec.ECGenParameterSpec;
import java.security.spec.ECParameterSpec;
import java.security.spec.ECPrivateKeySpec;
import org.bouncycastle.crypto.signers.StandardDSAEncoding;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Signatures by elliptic curves against RFC 6979, appendix A.2.5, and the runtime. */
public final class RepeatableEcdsaTest {
  private static final String KEY =
      "C9AFA9D845BA75166B5C215767B1D6934E50C3DB36E89B127B8A622B120F6721";

  @DataProvider
  public Object[][] examples() {
    return new Object[][] {
      {
        "SHA256withECDSA",
        "sample",
        "EFD48B2AACB6A8FD1140DD9CD45E81D69D2C877B56AAF991C34D0EA84EAF3716",
        "F7CB1C942D657C41D436C7A1B6E29F65F3E900DBB9AFF4064DC4AB2F843ACDA8"
      },
      {
        "SHA256withECDSA",
        "test",
        "F1ABB023518351CD71D881567B1EA663ED3EFCF6C5132B354F28D3B0B7D38367",
        "019F4113742A2B14BD25926B49C649155F267E60D3814B4C0CC84250E46F0083"
      },
      {
        "SHA512withECDSA",
        "sample",
        "8496A60B5E9B47C825488827E0495B0E3FA109EC4568FD3F8D1097678EB97F00",
        "2362AB1ADBE2B8ADF9CB9EDAB740EA6049C028114F2460F96554F61FAE3302FE"
      },
    };
  }

  private static byte[] digest(String algorithm, byte[] message) throws Exception {
    return MessageDigest.getInstance("SHA-" + algorithm.substring(3, 6)).digest(message);
  }

  @Test(dataProvider = "examples")
  public void theStandardsExamples(String algorithm, String text, String r, String s)
      throws Exception {
    AlgorithmParameters curve = AlgorithmParameters.getInstance("EC");
    curve.init(new ECGenParameterSpec("secp256r1"));
    ECParameterSpec parameters = curve.getParameterSpec(ECParameterSpec.class);
    ECPrivateKey key =
        (ECPrivateKey)
            KeyFactory.getInstance("EC")
                .generatePrivate(new ECPrivateKeySpec(new BigInteger(KEY, 16), parameters));
    byte[] signature =
        RepeatableEcdsa.sign(key, digest(algorithm, text.getBytes(StandardCharsets.US_ASCII)));
    assertThat(StandardDSAEncoding.INSTANCE.decode(parameters.getOrder(), signature))
        .containsExactly(new BigInteger(r, 16), new BigInteger(s, 16));
  }

  @Test
  public void theRuntimeVerifiesThem() throws Exception {
    byte[] message = "low water".getBytes(StandardCharsets.US_ASCII);
    for (String curve : new String[] {"secp256r1", "secp384r1", "secp521r1"}) {
      KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
      generator.initialize(new ECGenParameterSpec(curve));
      KeyPair pair = generator.generateKeyPair();
      for (String digest : new String[] {"SHA256", "SHA384", "SHA512"}) {
        String algorithm = digest + "withECDSA";
        assertThat(RepeatableEcdsa.does(algorithm)).isTrue();
        Signature verifying = Signature.getInstance(algorithm);
        verifying.initVerify(pair.getPublic());
        verifying.update(message);
        byte[] made =
            RepeatableEcdsa.sign((ECPrivateKey) pair.getPrivate(), digest(algorithm, message));
        assertThat(verifying.verify(made)).as("%s %s", curve, digest).isTrue();
      }
    }
    for (String other : new String[] {"SHA256withRSA", "Ed25519", "SHA1withECDSA"}) {
      assertThat(RepeatableEcdsa.does(other)).as(other).isFalse();
    }
  }
}
