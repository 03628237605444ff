package org.tinshelf.yard;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.math.BigInteger;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.SecureRandom;
import java.security.cert.Certificate;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.Date;
import java.util.HexFormat;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.bouncycastle.cert.CertIOException;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/**
 * The yard's own certificate authority, a certificate for each firewall, and one for Tin Shelf to
 * show; all made at the first start and kept.
 */
final class Certificates {

  private static final String AUTHORITY = "authority";
  private static final Duration VALID = Duration.ofDays(3650);

  private final Path dir;
  private final char[] password;
  private final X509Certificate authority;
  private final PrivateKey authorityKey;

  private Certificates(
      Path dir, char[] password, X509Certificate authority, PrivateKey authorityKey) {
    this.dir = dir;
    this.password = password;
    this.authority = authority;
    this.authorityKey = authorityKey;
  }

  /**
   * Opens or makes the certificates in a folder: {@code trust.pem} and {@code identity.p12} too.
   */
  static Certificates at(Path dir) throws GeneralSecurityException, IOException {
    Path secret = dir.resolve("identity.p12.password");
    if (!Files.exists(secret)) {
      byte[] random = new byte[18];
      new SecureRandom().nextBytes(random);
      Files.createFile(
          secret,
          PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
      Files.writeString(secret, HexFormat.of().formatHex(random));
    }
    char[] password = Files.readString(secret).strip().toCharArray();
    Path store = dir.resolve("authority.p12");
    if (!Files.exists(store)) {
      KeyPair keys = keys();
      X509Certificate self = sign("CN=Yard authority", keys, "CN=Yard authority", keys, true);
      write(store, password, AUTHORITY, keys.getPrivate(), self);
    }
    KeyStore opened = read(store, password);
    X509Certificate authority = (X509Certificate) opened.getCertificate(AUTHORITY);
    Certificates all =
        new Certificates(dir, password, authority, (PrivateKey) opened.getKey(AUTHORITY, password));
    Files.writeString(dir.resolve("trust.pem"), pem(authority));
    all.make(dir.resolve("identity.p12"), "Tin Shelf");
    return all;
  }

  /** The TLS side of one firewall, which trusts clients of the same authority only. */
  SSLContext serverContext(String firewall) throws GeneralSecurityException, IOException {
    Path store = dir.resolve(firewall + ".p12");
    make(store, firewall);
    KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
    keys.init(read(store, password), password);
    KeyStore trusted = KeyStore.getInstance("PKCS12");
    trusted.load(null, null);
    trusted.setCertificateEntry(AUTHORITY, authority);
    TrustManagerFactory trust =
        TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
    trust.init(trusted);
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(keys.getKeyManagers(), trust.getTrustManagers(), null);
    return context;
  }

  private void make(Path store, String name) throws GeneralSecurityException, IOException {
    if (!Files.exists(store)) {
      KeyPair keys = keys();
      KeyPair signer = new KeyPair(authority.getPublicKey(), authorityKey);
      X509Certificate own = sign("CN=Yard authority", signer, "CN=" + name, keys, false);
      write(store, password, name, keys.getPrivate(), own, authority);
    }
  }

  private static KeyPair keys() throws GeneralSecurityException {
    KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
    generator.initialize(new ECGenParameterSpec("secp256r1"));
    return generator.generateKeyPair();
  }

  private static X509Certificate sign(
      String issuer, KeyPair signer, String subject, KeyPair keys, boolean authority)
      throws GeneralSecurityException {
    Instant now = Instant.now();
    JcaX509v3CertificateBuilder builder =
        new JcaX509v3CertificateBuilder(
            new X500Name(issuer),
            new BigInteger(120, new SecureRandom()),
            Date.from(now.minus(Duration.ofDays(1))),
            Date.from(now.plus(VALID)),
            new X500Name(subject),
            keys.getPublic());
    try {
      builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(authority));
      if (authority) {
        builder.addExtension(Extension.keyUsage, true, new KeyUsage(KeyUsage.keyCertSign));
      } else {
        GeneralName[] names = {
          new GeneralName(GeneralName.iPAddress, "127.0.0.1"),
          new GeneralName(GeneralName.dNSName, "localhost")
        };
        builder.addExtension(Extension.subjectAlternativeName, false, new GeneralNames(names));
      }
      return new JcaX509CertificateConverter()
          .getCertificate(
              builder.build(
                  new JcaContentSignerBuilder("SHA256withECDSA").build(signer.getPrivate())));
    } catch (CertIOException | OperatorCreationException e) {
      throw new GeneralSecurityException(e);
    }
  }

  private static void write(
      Path file, char[] password, String alias, PrivateKey key, Certificate... chain)
      throws GeneralSecurityException, IOException {
    KeyStore store = KeyStore.getInstance("PKCS12");
    store.load(null, null);
    store.setKeyEntry(alias, key, password, chain);
    try (OutputStream out = Files.newOutputStream(file)) {
      store.store(out, password);
    }
  }

  private static KeyStore read(Path file, char[] password)
      throws GeneralSecurityException, IOException {
    KeyStore store = KeyStore.getInstance("PKCS12");
    try (InputStream in = Files.newInputStream(file)) {
      store.load(in, password);
    }
    return store;
  }

  private static String pem(X509Certificate certificate) throws GeneralSecurityException {
    String body =
        Base64.getMimeEncoder(64, new byte[] {'\n'}).encodeToString(certificate.getEncoded());
    return "-----BEGIN CERTIFICATE-----\n" + body + "\n-----END CERTIFICATE-----\n";
  }
}
