package inky.courier.standins;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.util.List;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;

/** A certificate that nobody signed but its owner, made by the JDK's keytool. */
final class SelfSigned {
    static final String PASSWORD = "stand-in";

    private SelfSigned() {}

    /** @param validDays counted from {@code startDays} ago; an expired one has fewer valid than started */
    static SSLContext context(Path folder, String host, String address, int startDays, int validDays)
            throws IOException {
        Path store = store(folder, startDays, validDays);
        if (!Files.exists(store)) {
            keytool(store, host, address, startDays, validDays);
        }
        try (InputStream in = Files.newInputStream(store)) {
            KeyStore keys = KeyStore.getInstance("PKCS12");
            keys.load(in, PASSWORD.toCharArray());
            KeyManagerFactory managers = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
            managers.init(keys, PASSWORD.toCharArray());
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(managers.getKeyManagers(), null, null);
            return context;
        } catch (GeneralSecurityException e) {
            throw new IOException("cannot use the stand-in's certificate in " + store, e);
        }
    }

    /** Where the certificate is kept, once {@link #context} has made it. */
    static Path store(Path folder, int startDays, int validDays) {
        return folder.resolve("post-" + startDays + "-" + validDays + ".p12");
    }

    private static void keytool(Path store, String host, String address, int startDays, int validDays)
            throws IOException {
        Files.createDirectories(store.getParent());
        Process process = new ProcessBuilder(List.of(
                        Path.of(System.getProperty("java.home"), "bin", "keytool")
                                .toString(),
                        "-genkeypair",
                        "-alias",
                        "post",
                        "-keyalg",
                        "EC",
                        "-groupname",
                        "secp256r1",
                        "-dname",
                        "CN=" + host + ", O=Wherrymoor Ferries",
                        "-ext",
                        "san=dns:" + host + ",ip:" + address,
                        "-startdate",
                        "-" + startDays + "d",
                        "-validity",
                        Integer.toString(validDays),
                        "-storetype",
                        "PKCS12",
                        "-keystore",
                        store.toString(),
                        "-storepass",
                        PASSWORD))
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        try {
            if (process.waitFor() != 0) {
                throw new IOException("keytool: " + said);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
    }
}
