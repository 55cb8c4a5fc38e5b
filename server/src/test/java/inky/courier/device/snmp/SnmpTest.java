package inky.courier.device.snmp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import inky.courier.core.fleet.DeviceDetails;
import inky.courier.core.fleet.DeviceField;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.core.fleet.DeviceSupplies.Supply;
import inky.courier.core.fleet.DeviceSupplies.Tray;
import inky.courier.core.fleet.Level;
import inky.courier.core.fleet.PrinterMib;
import inky.courier.core.fleet.SnmpAccess;
import inky.courier.core.fleet.SnmpAccess.Authentication;
import inky.courier.core.fleet.SnmpAccess.Privacy;
import inky.courier.core.fleet.SnmpAccess.Version;
import inky.courier.core.fleet.SupplyType;
import inky.courier.device.DeviceTrouble;
import inky.courier.settings.SettingsSecret;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.FreePort;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Debian's net-snmp asks our stand-in, our reader asks Debian's net-snmp, and both agree; nobody who answers badly holds us for long. */
class SnmpTest {
    /** So many times silence is taken for a busy machine, or for one that still starts. */
    private static final int PATIENCE = 20;

    private static final String COMMUNITY = "tidewater";
    private static final String PASSWORD = "long password 1";
    private static final String PRIVACY = "long password 2";
    private static StandInDevice device;

    @TempDir
    private static Path folder;

    @BeforeAll
    static void start() throws IOException {
        device = StandInDevice.start(DeviceModel.named("Alder M60c").orElseThrow(), "Permits", "127.20.9.1", 0, 1, 0);
        device.snmp(0, COMMUNITY, "keeper", PASSWORD, PRIVACY);
        device.stock().paper(2, 0);
        device.stock().toner(3, 4);
    }

    @AfterAll
    static void stop() {
        device.close();
    }

    private static SnmpAccess v2c(int port) {
        return new SnmpAccess(Version.V2C, port, "", null, null);
    }

    private static SnmpReport read(String host, SnmpAccess access, Map<SettingsSecret, String> secrets)
            throws DeviceTrouble {
        try (SnmpSession session = new SnmpSession(new SnmpSession.Way(access, secrets))) {
            return SnmpReader.read(session.to(host));
        }
    }

    /** What a device that is there says, an answer or a refusal; a busy machine may lose a datagram, or be slow. */
    private static SnmpReport answer(String host, SnmpAccess access, Map<SettingsSecret, String> secrets)
            throws DeviceTrouble {
        for (int tries = 1; ; tries++) {
            try {
                return read(host, access, secrets);
            } catch (DeviceTrouble e) {
                if (!e.code().equals(SnmpReader.SILENT) || tries == PATIENCE) {
                    throw e;
                }
            }
        }
    }

    private static SnmpReport ofStandIn() throws DeviceTrouble {
        return answer(device.address(), v2c(device.port()), Map.of(SettingsSecret.SNMP_COMMUNITY, COMMUNITY));
    }

    private static String said(String... command) throws IOException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    private static String walk(String below, String... way) throws IOException {
        List<String> command = new ArrayList<>(List.of("snmpwalk", "-m", "", "-On", "-r", "0", "-t", "2"));
        command.addAll(List.of(way));
        command.addAll(List.of(device.address() + ":" + device.port(), below));
        return said(command.toArray(String[]::new));
    }

    @Test
    void aStandInTellsItsPrinter() throws DeviceTrouble {
        SnmpReport report = ofStandIn();
        assertThat(report.state())
                .contains(new PrinterMib.State(3, List.of("media-empty-warning", "toner-low-warning")));
        assertThat(report.supplies().trays())
                .containsExactly(
                        new Tray("Tray 1", Level.left(500, 500)),
                        new Tray("Tray 2", Level.EMPTY),
                        new Tray("Tray 3", Level.left(500, 500)),
                        new Tray("Tray 4", Level.left(500, 500)));
        assertThat(report.supplies().supplies())
                .hasSize(4)
                .contains(new Supply("Magenta toner", SupplyType.TONER, "magenta", Level.left(4, 100)));
        assertThat(report.details().serialNumber()).matches("M?AM?60\\d{6}");
        assertThat(report.details().display()).isEqualTo("media empty");
    }

    /** By PWG 5100.13 and by RFC 3805 the same is told. */
    @Test
    void whatItTellsByIppIsTheSame() throws DeviceTrouble {
        DeviceSupplies told = ofStandIn().supplies();
        assertThat(told)
                .isEqualTo(DeviceSupplies.ofIpp(
                        device.stock().ippTrays(),
                        device.stock().ippSupplies(),
                        device.stock().descriptions()));
    }

    /** {@code snmpwalk} complains where names do not increase (RFC 3416 section 4.2.2). */
    @ParameterizedTest
    @CsvSource({
        "-v2c -c tidewater",
        "-v3 -u keeper -l authPriv -a SHA-256 -A 'long password 1' -x AES -X 'long password 2'",
        "-v3 -u keeper -l authNoPriv -a SHA-256 -A 'long password 1'"
    })
    void netSnmpReadsTheStandIn(String way) throws IOException {
        String[] options = Arrays.stream(way.split(" (?=-)"))
                .flatMap(option -> Arrays.stream(option.replace("'", "").split(" ", 2)))
                .toArray(String[]::new);
        String all = walk(".1.3.6.1.2.1", options);
        assertThat(all)
                .contains(
                        ".1.3.6.1.2.1.1.5.0 = STRING: \"Permits\"",
                        ".1.3.6.1.2.1.25.3.5.1.1.1 = INTEGER: 3",
                        ".1.3.6.1.2.1.25.3.5.1.2.1 = Hex-STRING: 20 04",
                        ".1.3.6.1.2.1.43.8.2.1.10.1.2 = INTEGER: 0",
                        ".1.3.6.1.2.1.43.11.1.1.9.1.3 = INTEGER: 4",
                        ".1.3.6.1.2.1.43.18.1.1.7.1.1 = INTEGER: 808")
                .doesNotContain("not increasing", "Timeout", "Error");
        assertThat(all.lines().count()).isGreaterThan(80);
    }

    @Test
    void whoMayNotGetsNothing() throws IOException {
        assertThat(walk(".1.3.6.1.2.1.1", "-v2c", "-c", "public")).contains("Timeout");
        assertThat(said(
                        "snmpset",
                        "-m",
                        "",
                        "-v2c",
                        "-c",
                        COMMUNITY,
                        device.address() + ":" + device.port(),
                        ".1.3.6.1.2.1.1.5.0",
                        "s",
                        "Mine"))
                .contains("notWritable");
    }

    /** RFC 3414 section 3.2: each wrong thing is reported as what it is, so it can be said what to correct. */
    @ParameterizedTest
    @CsvSource({
        "keeper, long password 1, long password 2, SHA_256, AES_128, ",
        "keeper, long password 1, long password 2, SHA_256, NONE, ",
        "nobody, long password 1, long password 2, SHA_256, AES_128, device.snmp-user",
        "keeper, wrong password 1, long password 2, SHA_256, AES_128, device.snmp-password",
        "keeper, long password 1, long password 2, SHA_512, AES_128, device.snmp-password"
    })
    void whatIsWrongWithAUserIsSaid(
            String user, String password, String privacy, Authentication authentication, Privacy by, String trouble) {
        SnmpAccess access = new SnmpAccess(Version.V3, device.port(), user, authentication, by);
        Map<SettingsSecret, String> secrets =
                Map.of(SettingsSecret.SNMP_PASSWORD, password, SettingsSecret.SNMP_PRIVACY_PASSWORD, privacy);
        DeviceTrouble found =
                catchThrowableOfType(DeviceTrouble.class, () -> answer(device.address(), access, secrets));
        assertThat(Optional.ofNullable(found).map(DeviceTrouble::code)).isEqualTo(Optional.ofNullable(trouble));
    }

    @Test
    void aWrongCommunityIsSilence() {
        DeviceTrouble found = catchThrowableOfType(
                DeviceTrouble.class,
                () -> read(device.address(), v2c(device.port()), Map.of(SettingsSecret.SNMP_COMMUNITY, "public")));
        assertThat(found.code()).isEqualTo("device.snmp-silent");
    }

    /** Debian's snmpd with values of a printer: levels as RFC 3805 has them, a tray for single sheets left out. */
    @Test
    void ourReaderReadsNetSnmp() throws Exception {
        String host = "127.20.9.2";
        int port = FreePort.at(host);
        Path configuration = folder.resolve("snmpd.conf");
        Files.writeString(configuration, """
                rocommunity tidewater 127.0.0.0/8
                createUser keeper SHA-512 "long password 1" AES-256 "long password 2"
                rouser keeper priv
                createUser older SHA "long password 1"
                rouser older auth
                sysDescr Copier in the hall
                override .1.3.6.1.2.1.25.3.2.1.5.7 integer 5
                sysLocation Hall, ground floor
                sysContact Help desk, 4400
                override .1.3.6.1.2.1.25.3.5.1.1.7 integer 1
                override .1.3.6.1.2.1.25.3.5.1.2.7 octet_str @
                override .1.3.6.1.2.1.43.5.1.1.17.7 octet_str "HC-0042"
                override .1.3.6.1.2.1.43.8.2.1.2.7.1 integer 3
                override .1.3.6.1.2.1.43.8.2.1.2.7.2 integer 4
                override .1.3.6.1.2.1.43.8.2.1.2.7.3 integer 5
                override .1.3.6.1.2.1.43.8.2.1.9.7.1 integer 500
                override .1.3.6.1.2.1.43.8.2.1.9.7.2 integer 500
                override .1.3.6.1.2.1.43.8.2.1.9.7.3 integer 1
                override .1.3.6.1.2.1.43.8.2.1.10.7.1 integer 0
                override .1.3.6.1.2.1.43.8.2.1.10.7.2 integer -3
                override .1.3.6.1.2.1.43.8.2.1.10.7.3 integer 0
                override .1.3.6.1.2.1.43.8.2.1.13.7.1 octet_str "Upper tray"
                override .1.3.6.1.2.1.43.10.2.1.3.7.1 integer 7
                override .1.3.6.1.2.1.43.10.2.1.4.7.1 counter 4711
                override .1.3.6.1.2.1.43.11.1.1.3.7.1 integer 0
                override .1.3.6.1.2.1.43.11.1.1.4.7.1 integer 4
                override .1.3.6.1.2.1.43.11.1.1.5.7.1 integer 4
                override .1.3.6.1.2.1.43.11.1.1.6.7.1 octet_str "Waste container"
                override .1.3.6.1.2.1.43.11.1.1.8.7.1 integer 1000
                override .1.3.6.1.2.1.43.11.1.1.9.7.1 integer 900
                """);
        ProcessBuilder builder = new ProcessBuilder(
                        "/usr/sbin/snmpd",
                        "-f",
                        "-Lo",
                        "-C",
                        "-c",
                        configuration.toString(),
                        "udp:" + host + ":" + port)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("snmpd.log").toFile());
        builder.environment().put("SNMP_PERSISTENT_DIR", folder.toString());
        builder.environment().put("MIBS", "");
        Process snmpd = builder.start();
        try {
            SnmpReport report = answer(host, v2c(port), Map.of(SettingsSecret.SNMP_COMMUNITY, COMMUNITY));
            assertThat(report)
                    .isEqualTo(new SnmpReport(
                            Optional.of(new PrinterMib.State(5, List.of("media-empty-error"))),
                            new DeviceSupplies(
                                    List.of(
                                            new Tray("Upper tray", Level.EMPTY),
                                            new Tray("Tray 2", Level.left(-3, 500))),
                                    List.of(new Supply(
                                            "Waste container", SupplyType.WASTE_TONER, "", Level.roomLeft(900, 1000)))),
                            new DeviceDetails("Copier in the hall", "HC-0042", 4711, ""),
                            new DeviceSettings(
                                    Map.of(
                                            DeviceField.CONTACT, "Help desk, 4400",
                                            DeviceField.PLACE, "Hall, ground floor"),
                                    List.of(),
                                    "")));
            Map<SettingsSecret, String> secrets =
                    Map.of(SettingsSecret.SNMP_PASSWORD, PASSWORD, SettingsSecret.SNMP_PRIVACY_PASSWORD, PRIVACY);
            assertThat(answer(host, user(port, "keeper", Authentication.SHA_512, Privacy.AES_256), secrets))
                    .isEqualTo(report);
            assertThat(answer(host, user(port, "older", Authentication.SHA_1, Privacy.NONE), secrets))
                    .isEqualTo(report);
            assertThat(catchThrowableOfType(
                                    DeviceTrouble.class,
                                    () -> answer(
                                            host, user(port, "older", Authentication.SHA_1, Privacy.AES_128), secrets))
                            .code())
                    .isEqualTo("device.snmp-level");
        } finally {
            snmpd.destroyForcibly().waitFor();
        }
    }

    private static SnmpAccess user(int port, String name, Authentication authentication, Privacy privacy) {
        return new SnmpAccess(Version.V3, port, name, authentication, privacy);
    }

    /** An agent whose tables never end, or that answers with anything: what is read of it is bounded, in time and in rows. */
    @ParameterizedTest
    @CsvSource({"true", "false"})
    void whoeverAnswersBadlyHoldsNobodyForLong(boolean withSense) throws Exception {
        try (DatagramSocket socket = new DatagramSocket(new InetSocketAddress("127.20.9.3", 0));
                SnmpAgentWithoutEnd endless = new SnmpAgentWithoutEnd("127.20.9.4", COMMUNITY)) {
            Thread garbage = new Thread(() -> answerWithAnything(socket));
            garbage.setDaemon(true);
            garbage.start();
            Instant begin = Instant.now();
            String host = withSense ? "127.20.9.4" : "127.20.9.3";
            int port = withSense ? endless.port() : socket.getLocalPort();
            try {
                SnmpReport report = read(host, v2c(port), Map.of(SettingsSecret.SNMP_COMMUNITY, COMMUNITY));
                assertThat(report.supplies().trays().size()).isLessThanOrEqualTo(DeviceSupplies.MOST);
                assertThat(withSense).isTrue();
            } catch (DeviceTrouble e) {
                assertThat(e.code()).isEqualTo("device.snmp-silent");
            }
            assertThat(Duration.between(begin, Instant.now())).isLessThan(Duration.ofSeconds(10));
        }
    }

    private static void answerWithAnything(DatagramSocket socket) {
        Random random = new Random(3);
        try {
            while (true) {
                DatagramPacket asked = new DatagramPacket(new byte[65_535], 65_535);
                socket.receive(asked);
                byte[] answer = Arrays.copyOf(asked.getData(), asked.getLength());
                for (int n = 0; n < 5; n++) {
                    answer[random.nextInt(answer.length)] = (byte) random.nextInt();
                }
                socket.send(new DatagramPacket(answer, answer.length, asked.getSocketAddress()));
            }
        } catch (IOException e) {
            // Closed.
        }
    }
}
