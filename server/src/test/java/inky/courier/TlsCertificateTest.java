package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import inky.courier.core.intake.FileIntake;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.office.OfficeSettings;
import inky.courier.harness.Courier;
import inky.courier.harness.DeviceMail;
import inky.courier.harness.TestDatabase;
import inky.courier.harness.Waiting;
import inky.courier.intake.inbox.Inboxes;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.standins.FreePort;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509TrustManager;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;

/** HTTPS of Courier's own, with certificates that OpenSSL makes and a renewal while it runs. */
@Tag("long")
class TlsCertificateTest {
    @TempDir
    Path folder;

    private void make(String name) throws Exception {
        Process process = new ProcessBuilder(
                        "openssl",
                        "req",
                        "-x509",
                        "-newkey",
                        "ec",
                        "-pkeyopt",
                        "ec_paramgen_curve:P-256",
                        "-nodes",
                        "-days",
                        "30",
                        "-subj",
                        "/CN=" + name,
                        "-keyout",
                        folder.resolve(name + ".key").toString(),
                        "-out",
                        folder.resolve(name + ".pem").toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes());
        assertThat(process.waitFor()).as(said).isZero();
    }

    private X509Certificate of(String name) throws Exception {
        try (var in = Files.newInputStream(folder.resolve(name + ".pem"))) {
            return (X509Certificate) CertificateFactory.getInstance("X.509").generateCertificate(in);
        }
    }

    /** What a browser is shown, whoever made it. */
    private static X509Certificate shown(int port) throws Exception {
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(
                null,
                new TrustManager[] {
                    new X509TrustManager() {
                        @Override
                        public void checkClientTrusted(X509Certificate[] chain, String type) {}

                        @Override
                        public void checkServerTrusted(X509Certificate[] chain, String type) {}

                        @Override
                        public X509Certificate[] getAcceptedIssuers() {
                            return new X509Certificate[0];
                        }
                    }
                },
                null);
        try (SSLSocket socket =
                (SSLSocket) context.getSocketFactory().createSocket(InetAddress.getLoopbackAddress(), port)) {
            socket.startHandshake();
            assertThat(socket.getSession().getProtocol()).isEqualTo("TLSv1.3");
            return (X509Certificate) socket.getSession().getPeerCertificates()[0];
        }
    }

    /** Makes one of those that were made the certificate of Courier. */
    private void use(String name) throws IOException {
        Files.copy(folder.resolve(name + ".key"), folder.resolve("courier.key"), StandardCopyOption.REPLACE_EXISTING);
        Files.copy(folder.resolve(name + ".pem"), folder.resolve("courier.pem"), StandardCopyOption.REPLACE_EXISTING);
    }

    private Courier startedWith(String name) throws IOException {
        use(name);
        return Courier.start(
                TestDatabase.create(),
                Map.of(
                        "courier.tls-certificate",
                        folder.resolve("courier.pem"),
                        "courier.tls-key",
                        folder.resolve("courier.key")));
    }

    @Test
    void aRenewedCertificateIsShownWithoutARestart() throws Exception {
        make("first");
        make("second");
        try (Courier courier = startedWith("first")) {
            int port = courier.uri().getPort();
            assertThat(shown(port)).isEqualTo(of("first"));
            use("second");
            Waiting.until(
                    () -> {
                        try {
                            return shown(port).equals(of("second"));
                        } catch (Exception e) {
                            throw new IllegalStateException(e);
                        }
                    },
                    "the renewed certificate is shown",
                    Duration.ofSeconds(60));
        }
    }

    /** RFC 3207 by clients that are not ours; a device is shown the certificate as it is when it comes. */
    @Test
    void devicesSendTheirMailOverTheSameCertificate() throws Exception {
        make("first");
        make("second");
        int port = FreePort.at("127.0.0.1");
        try (Courier courier = startedWith("first")) {
            takesMail(courier, port, "");
            String starttls = "echo QUIT | timeout 20 openssl s_client -starttls smtp -connect 127.0.0.1:" + port;
            Waiting.until(() -> said(starttls).contains("CN = first"), "the certificate is shown");
            Path mail = folder.resolve("mail");
            Files.write(
                    mail,
                    DeviceMail.to("permits@scans.example")
                            .attach("scan.pdf", DeviceMail.pdf(1))
                            .bytes());
            String sent = said("curl --silent --show-error --insecure --ssl-reqd --url smtp://127.0.0.1:" + port
                    + " --mail-from copier@office.example --mail-rcpt permits@scans.example --upload-file " + mail);
            assertThat(sent).isEmpty();
            assertThat(courier.bean(JdbcClient.class)
                            .sql("select count(*) from incoming_scan where state = 'UNCLAIMED' and pages = 1")
                            .query(Integer.class)
                            .single())
                    .isEqualTo(1);
            use("second");
            Waiting.until(() -> said(starttls).contains("CN = second"), "the renewed certificate is shown");
            takesMail(courier, port, "copier");
            Waiting.until(
                    () -> said(starttls).contains("refused"), "without the password of devices it does not listen");
        }
    }

    /** RFC 4217 by a client that is not ours; where the settings say so, nothing is taken in the clear. */
    @Test
    void devicesSendTheirFilesOverTheSameCertificate() throws Exception {
        make("first");
        int port = FreePort.at("127.0.0.1");
        try (Courier courier = startedWith("first")) {
            FileIntake intake = new FileIntake(false, null, true, port, true, "50200-50209", List.of("127.0.0.1"));
            courier.bean(SetUp.class)
                    .change(Wish.put(OfficeSettings.USUAL.with(settings -> settings.fileIntake = intake)));
            courier.bean(Inboxes.class)
                    .add(new Inboxes.InboxForm("Copier", "copier", "oil skin 4", null, null, null, null, null));
            Path file = folder.resolve("scan.pdf");
            Files.write(file, DeviceMail.pdf(2));
            String send = "curl --silent --show-error --insecure --user 'copier:oil skin 4' --upload-file " + file
                    + " ftp://127.0.0.1:" + port + "/ ";
            Waiting.until(() -> said(send + "--ssl-reqd").isEmpty(), () -> "it is taken: " + said(send + "--ssl-reqd"));
            assertThat(courier.bean(JdbcClient.class)
                            .sql("select count(*) from incoming_scan where way = 'FTP' and pages = 2")
                            .query(Integer.class)
                            .single())
                    .isEqualTo(1);
            assertThat(said(send)).isNotEmpty();
            assertThat(said(send + "--ftp-ssl-control"))
                    .as("the file in the clear")
                    .isNotEmpty();
        }
    }

    /** As a file of the set-up may bring it: without a password. */
    private static void takesMail(Courier courier, int port, String account) {
        MailIntake intake = new MailIntake(true, port, "scans.example", List.of("127.0.0.1"), true, false, account);
        courier.bean(SetUp.class).change(Wish.put(OfficeSettings.USUAL.with(settings -> settings.mailIntake = intake)));
    }

    private static String said(String command) {
        try {
            Process process = new ProcessBuilder("bash", "-c", command)
                    .redirectErrorStream(true)
                    .start();
            return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void halfOfTheSettingIsRefusedInWords() {
        assertThatThrownBy(() -> Courier.start(
                        TestDatabase.create(), Map.of("courier.tls-certificate", folder.resolve("a.pem"))))
                .hasMessageContaining(
                        "COURIER_TLS_CERTIFICATE and COURIER_TLS_KEY belong together; only one of them is set");
    }
}
