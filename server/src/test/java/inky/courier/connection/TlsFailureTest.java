package inky.courier.connection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.transfer.TransferStep;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import javax.net.ssl.SSLSocket;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A far side that answers the first words of TLS with an alert, or with words in the clear. */
class TlsFailureTest {
    // RFC 5246 section 7.2, numbers and meanings of alerts (from memory)
    @ParameterizedTest
    @CsvSource({
        "40, handshake_failure, TLS_FAILED",
        "47, illegal_parameter, TLS_FAILED",
        "70, protocol_version, TLS_FAILED",
        "71, insufficient_security, TLS_FAILED",
        "10, unexpected_message, LINE_LOST",
        "20, bad_record_mac, LINE_LOST",
        "80, internal_error, LINE_LOST",
    })
    void anAlertSaysWhetherItPasses(int alert, String name, ConnectionCause cause) throws IOException {
        answers(new byte[] {21, 3, 3, 0, 2, 2, (byte) alert}, cause);
    }

    @ParameterizedTest
    @CsvSource({"220 mail.office.example ESMTP, TLS_FAILED", "HTTP/1.1 400 Bad Request, TLS_FAILED"})
    void wordsInTheClearAreNoTls(String words, ConnectionCause cause) throws IOException {
        answers((words + "\r\n").getBytes(StandardCharsets.US_ASCII), cause);
    }

    private static void answers(byte[] bytes, ConnectionCause cause) throws IOException {
        TrustPolicy policy = new TrustPolicy(CertificateCheck.MUST_BE_VALID, "", "mail.office.example");
        try (ServerSocket far = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            CompletableFuture<Void> said = CompletableFuture.runAsync(() -> answer(far, bytes));
            ConnectionTrace trace = new ConnectionTrace(Optional.of(policy));
            assertThatThrownBy(() -> trace.does(TransferStep.ENCRYPTED, () -> {
                        try (SSLSocket near = (SSLSocket)
                                policy.socketFactory().createSocket(far.getInetAddress(), far.getLocalPort())) {
                            near.startHandshake();
                        }
                    }))
                    .isInstanceOfSatisfying(
                            FarSideException.class,
                            e -> assertThat(e.setback().cause()).isEqualTo(cause.name()));
            said.join();
        }
    }

    private static void answer(ServerSocket far, byte[] bytes) {
        try (Socket line = far.accept();
                InputStream in = line.getInputStream();
                OutputStream out = line.getOutputStream()) {
            in.read(new byte[1024]);
            out.write(bytes);
            out.flush();
            // Until the other side has read it and closed: a reset would take it away again.
            while (in.read() >= 0) {}
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
