package inky.courier.mail;

import inky.courier.connection.FarSideException;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.mail.MailCause;
import inky.courier.core.mail.SmtpReply;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javax.net.ssl.SSLSocket;

/** The lines of an SMTP session (RFC 5321), written down as they pass, secrets masked. */
final class SmtpDialogue implements AutoCloseable {
    private static final int CONNECT_MILLIS = 6_000;
    private static final int ANSWER_MILLIS = 20_000;

    /** RFC 5321 section 4.5.3.1.5 has 512; servers that say more are read up to this. */
    private static final int LONGEST_LINE = 2_000;

    private static final int MOST_LINES = 100;

    private final Consumer<String> listener;
    private Socket socket = new Socket();
    private InputStream in;
    private OutputStream out;

    /** @param listener hears every line of both sides, secrets masked */
    SmtpDialogue(Consumer<String> listener) {
        this.listener = listener;
    }

    void connect(InetSocketAddress address) throws IOException {
        socket.connect(address, CONNECT_MILLIS);
        socket.setSoTimeout(ANSWER_MILLIS);
        openStreams();
    }

    /** Puts TLS on the line; the trust policy of the submission decides about the certificate. */
    String encrypt(TrustPolicy policy, String host, int port) throws IOException {
        SSLSocket secure = (SSLSocket) policy.socketFactory().createSocket(socket, host, port, true);
        secure.setSoTimeout(ANSWER_MILLIS);
        secure.startHandshake();
        socket = secure;
        openStreams();
        return secure.getSession().getProtocol().replace("TLSv", "TLS ") + ", "
                + secure.getSession().getCipherSuite();
    }

    SmtpReply command(String command) throws IOException {
        return command(command, command);
    }

    /** @param shown what is written down instead of a secret */
    SmtpReply command(String command, String shown) throws IOException {
        listener.accept("> " + shown);
        out.write((command + "\r\n").getBytes(StandardCharsets.UTF_8));
        out.flush();
        return reply();
    }

    /** The message, its line ends CR LF and its dots doubled already, and the final dot. */
    SmtpReply message(byte[] bytes) throws IOException {
        listener.accept("> (message of " + bytes.length + " bytes)");
        out.write(bytes);
        out.write("\r\n.\r\n".getBytes(StandardCharsets.US_ASCII));
        out.flush();
        return reply();
    }

    SmtpReply reply() throws IOException {
        List<String> said = new ArrayList<>();
        String line;
        do {
            line = line();
            listener.accept("< " + line);
            said.add(line);
            if (said.size() > MOST_LINES || line.length() < 3) {
                throw notSmtp();
            }
        } while (line.length() > 3 && line.charAt(3) == '-');
        return SmtpReply.parse(said).orElseThrow(SmtpDialogue::notSmtp);
    }

    @Override
    public void close() {
        try {
            socket.close();
        } catch (IOException e) {
            // Nothing is lost with the line of a probe.
        }
    }

    private String line() throws IOException {
        StringBuilder line = new StringBuilder();
        int c = in.read();
        while (c >= 0 && c != '\n') {
            if (c != '\r') {
                // What is no text is shown as such, not sent on to a browser.
                line.append(c < 0x20 && c != '\t' ? '?' : (char) c);
            }
            if (line.length() > LONGEST_LINE) {
                throw notSmtp();
            }
            c = in.read();
        }
        if (c < 0 && line.isEmpty()) {
            throw new SocketTimeoutException("the server closed the line");
        }
        return line.toString();
    }

    private static FarSideException notSmtp() {
        return new FarSideException(MailCause.NOT_SMTP, "");
    }

    private void openStreams() throws IOException {
        in = new BufferedInputStream(socket.getInputStream());
        out = socket.getOutputStream();
    }
}
