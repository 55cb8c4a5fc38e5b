package inky.courier.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import inky.courier.core.Invalid;
import inky.courier.core.connection.Encryption;
import inky.courier.harness.Waiting;
import inky.courier.mail.MailServerGuess.Guess;
import inky.courier.standins.FreePort;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.SocketException;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.MXRecord;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.SRVRecord;
import org.xbill.DNS.Section;

// Records as in the examples of RFC 6186 section 4, RFC 8314 section 5.1, RFC 2782 and RFC 7505.
class MailServerGuessTest {
    private static final long TTL = 60;
    private static final List<Record> ZONE = List.of(
            srv("_submissions._tcp.quay.example.", 10, 5, 465, "out2.quay.example."),
            srv("_submissions._tcp.quay.example.", 0, 5, 465, "Out.quay.example."),
            srv("_submission._tcp.quay.example.", 0, 1, 587, "out.quay.example."),
            srv("_submissions._tcp.pier.example.", 0, 0, 0, "."),
            srv("_submission._tcp.pier.example.", 0, 1, 2587, "mail.pier.example."),
            mx("yard.example.", 20, "in2.yard.example."),
            mx("yard.example.", 10, "in1.yard.example."),
            mx("silent.example.", 0, "."),
            srv("_submissions._tcp.xn--sgt-ula.example.", 0, 1, 465, "post.example."));

    private static DatagramSocket socket;

    private static Record srv(String name, int priority, int weight, int port, String target) {
        return new SRVRecord(name(name), DClass.IN, TTL, priority, weight, port, name(target));
    }

    private static Record mx(String name, int priority, String target) {
        return new MXRecord(name(name), DClass.IN, TTL, priority, name(target));
    }

    private static Name name(String name) {
        return Name.fromConstantString(name);
    }

    /** A name server of our own, that knows this zone. */
    @BeforeAll
    static void serve() throws SocketException {
        socket = new DatagramSocket(0, InetAddress.getLoopbackAddress());
        Thread server = new Thread(MailServerGuessTest::answer, "name server");
        server.setDaemon(true);
        server.start();
    }

    private static void answer() {
        byte[] bytes = new byte[512];
        while (!socket.isClosed()) {
            try {
                DatagramPacket asked = new DatagramPacket(bytes, bytes.length);
                socket.receive(asked);
                Message question = new Message(java.util.Arrays.copyOf(bytes, asked.getLength()));
                Record wanted = question.getQuestion();
                if (wanted.getName().equals(name("_submissions._tcp.nobody.example."))) {
                    continue;
                }
                Message answer = new Message(question.getHeader().getID());
                answer.getHeader().setFlag(Flags.QR);
                answer.addRecord(wanted, Section.QUESTION);
                ZONE.stream()
                        .filter(one -> one.getName().equals(wanted.getName()) && one.getType() == wanted.getType())
                        .forEach(one -> answer.addRecord(one, Section.ANSWER));
                if (answer.getSection(Section.ANSWER).isEmpty()) {
                    answer.getHeader().setRcode(Rcode.NXDOMAIN);
                }
                byte[] reply = answer.toWire();
                socket.send(new DatagramPacket(reply, reply.length, asked.getSocketAddress()));
            } catch (IOException closed) {
                return;
            }
        }
    }

    @AfterAll
    static void close() {
        socket.close();
    }

    private static List<Guess> of(String address) {
        return new MailServerGuess("127.0.0.1:" + socket.getLocalPort()).of(address);
    }

    @Test
    void whatTheDomainSaysComesFirstWithTlsFromTheStartBeforeStarttls() {
        List<Guess> guesses = of("scans@quay.example");
        assertThat(guesses)
                .extracting(Guess::host, Guess::port, Guess::encryption)
                .containsExactly(
                        tuple("out.quay.example", 465, Encryption.TLS),
                        tuple("out2.quay.example", 465, Encryption.TLS),
                        tuple("out.quay.example", 587, Encryption.STARTTLS));
        assertThat(guesses).allMatch(Guess::sure);
    }

    @Test
    void aSingleDotMeansThatThereIsNone() {
        assertThat(of("scans@pier.example"))
                .extracting(Guess::host, Guess::port)
                .containsExactly(tuple("mail.pier.example", 2587));
        assertThat(of("scans@silent.example")).isEmpty();
    }

    @Test
    void whereTheDomainSaysNothingItsExchangersMayBeIt() {
        List<Guess> guesses = of("scans@yard.example");
        assertThat(guesses)
                .extracting(Guess::host, Guess::port, Guess::encryption)
                .containsExactly(
                        tuple("in1.yard.example", 587, Encryption.STARTTLS),
                        tuple("in2.yard.example", 587, Encryption.STARTTLS));
        assertThat(guesses).noneMatch(Guess::sure);
        assertThat(of("scans@unknown.example")).isEmpty();
    }

    @Test
    void lettersOutsideAsciiAreAskedForAsDnsWritesThem() {
        assertThat(of("scans@s\u00e5gt.example")).hasSize(1);
    }

    // Debian's dnsmasq, with the same records as it writes them
    @Test
    void aRealNameServerIsUnderstoodToo() throws Exception {
        int port = FreePort.at("127.0.0.1");
        Process dnsmasq = new ProcessBuilder(
                        "/usr/sbin/dnsmasq",
                        "--keep-in-foreground",
                        "--conf-file=/dev/null",
                        "--no-resolv",
                        "--no-hosts",
                        "--no-daemon",
                        "--listen-address=127.0.0.1",
                        "--bind-interfaces",
                        "--port=" + port,
                        "--local=/example/",
                        "--srv-host=_submissions._tcp.quay.example,out.quay.example,465,0,5",
                        "--srv-host=_submissions._tcp.quay.example,out2.quay.example,465,10,5",
                        "--srv-host=_submissions._tcp.pier.example",
                        "--srv-host=_submission._tcp.pier.example,mail.pier.example,2587",
                        "--mx-host=yard.example,in2.yard.example,20",
                        "--mx-host=yard.example,in1.yard.example,10")
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        try {
            MailServerGuess guess = new MailServerGuess("127.0.0.1:" + port);
            Waiting.until(() -> answers(guess), "dnsmasq answers");
            assertThat(guess.of("a@quay.example"))
                    .extracting(Guess::host)
                    .containsExactly("out.quay.example", "out2.quay.example");
            assertThat(guess.of("a@pier.example"))
                    .extracting(Guess::host, Guess::port)
                    .containsExactly(tuple("mail.pier.example", 2587));
            assertThat(guess.of("a@yard.example"))
                    .extracting(Guess::host)
                    .containsExactly("in1.yard.example", "in2.yard.example");
            assertThat(guess.of("a@unknown.example")).isEmpty();
        } finally {
            dnsmasq.destroy();
            dnsmasq.waitFor();
        }
    }

    private static boolean answers(MailServerGuess guess) {
        try {
            return !guess.of("a@quay.example").isEmpty();
        } catch (Refusal notYet) {
            return false;
        }
    }

    @Test
    void whatCannotBeAskedIsSaid() {
        assertThatThrownBy(() -> of("nobody at all")).isInstanceOf(Invalid.class);
        assertThatThrownBy(() -> of("scans@nobody.example")).isInstanceOf(Refusal.class);
    }
}
