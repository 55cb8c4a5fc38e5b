package inky.courier.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.ProbeReport;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.SidecarForm;
import inky.courier.core.transfer.WhenTaken;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Folders.FolderEntry;
import inky.courier.destination.Outcome;
import inky.courier.folder.FarSides.Claimed;
import inky.courier.folder.RealServers.Server;
import inky.courier.harness.Daemons;
import inky.courier.harness.Waiting;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** One list of cases for every connector, against servers that nobody here wrote. */
@Tag("long")
class RealServersTest {
    private static RealServers servers;

    @BeforeAll
    static void open() throws Exception {
        assumeTrue(RealServers.canRun(), "the real servers need root");
        servers = new RealServers();
    }

    @AfterAll
    static void close() throws Exception {
        if (servers != null) {
            servers.close();
        }
    }

    private static Outcome send(FolderAccess access, UUID leg, Claimed claimed, String name, byte[] content) {
        return FarSides.send(
                access,
                FarSides.consignment(leg, Map.copyOf(claimed.names), List.of(FarSides.file(name, content))),
                claimed);
    }

    private static Outcome send(FolderAccess access, String name, byte[] content) {
        return send(access, UUID.randomUUID(), new Claimed(), name, content);
    }

    private static void isThere(Outcome outcome, Path file, byte[] content) {
        assertThat(outcome).as(outcome.toString()).isInstanceOf(Outcome.Accepted.class);
        assertThat(file).hasBinaryContent(content);
    }

    private static ProbeReport probe(FolderAccess access) {
        return new FolderProbe(FarSides.protocol(access), access, Clock.systemUTC()).run();
    }

    @ParameterizedTest
    @EnumSource(Server.class)
    void aProbePassesAndLeavesNothingBehind(Server server) throws IOException {
        FolderAccess access = servers.access(server, "probed");
        ProbeReport first = probe(access);
        assertThat(first.passed())
                .as(first.sentence() + "\n" + String.join("\n", first.dialogue()))
                .isTrue();
        // The folder is there now, which some servers answer otherwise than before.
        assertThat(probe(access).passed()).isTrue();
        try (var left = Files.list(servers.lies(server).resolve("probed"))) {
            assertThat(left).isEmpty();
        }
    }

    @ParameterizedTest
    @EnumSource(Server.class)
    void theFirstDeliveryAndOneOfTheSameNameNumberedReplacedAndRefused(Server server) {
        byte[] one = FarSides.bytes(400_000, 1);
        byte[] two = FarSides.bytes(300_000, 2);
        Path lies = servers.lies(server).resolve("same");
        FolderAccess access = servers.access(server, "same");
        isThere(send(access, "tide.pdf", one), lies.resolve("tide.pdf"), one);
        isThere(send(access, "tide.pdf", two), lies.resolve("tide (2).pdf"), two);
        Outcome refused = send(FarSides.with(access, WhenTaken.REFUSE, SidecarForm.NONE), "tide.pdf", two);
        assertThat(refused)
                .isInstanceOfSatisfying(
                        Outcome.NotAccepted.class,
                        not -> assertThat(not.setback().cause()).isEqualTo("NAME_TAKEN"));
        isThere(
                send(FarSides.with(access, WhenTaken.REPLACE, SidecarForm.NONE), "tide.pdf", two),
                lies.resolve("tide.pdf"),
                two);
    }

    /** A template's folder is made by the first and met by the second. */
    @ParameterizedTest
    @EnumSource(Server.class)
    void aFolderOfATemplateIsUsedTwice(Server server) {
        FolderAccess access = servers.access(server, "made/{date:yyyy}/{person.name}");
        byte[] content = FarSides.bytes(5_000, 3);
        Path lies = servers.lies(server).resolve("made/2026/\u00c1sa Kj\u00f8lv");
        isThere(send(access, "one.pdf", content), lies.resolve("one.pdf"), content);
        isThere(send(access, "two.pdf", content), lies.resolve("two.pdf"), content);
    }

    /** What a server would take for a pattern or for a home folder is that very name, or nothing. */
    @ParameterizedTest
    @EnumSource(value = Server.class, mode = EnumSource.Mode.EXCLUDE, names = "VSFTPD_UNLISTED")
    void nothingOfAPathIsExpanded(Server server) throws Exception {
        FolderAccess access = servers.access(server, "");
        FolderProtocol protocol = FarSides.protocol(access);
        try (RemoteFolder far = protocol.open(access, new ConnectionTrace(protocol.trust(access)))) {
            FolderPath root = inky.courier.core.transfer.FolderTemplate.of(
                            access.settings().path())
                    .fixed();
            FolderPath here = root.then("patterns");
            far.makeFolder(here);
            far.makeFolder(here.then("alpha"));
            far.makeFolder(here.then("alpha").then("inside"));
            for (String odd : List.of("al*", "alph?", "[a]lpha", "{alpha,beta}", "~", "~root", "~ftp")) {
                for (FolderPath path : List.of(here.then(odd), FolderPath.of(odd))) {
                    assertThat(lists(far, path)).as(path.text()).isEmpty();
                    assertThat(lists(far, path.then("inside"))).as(path.text()).isEmpty();
                }
            }
            assertThat(far.list(here))
                    .extracting(FolderEntry::name)
                    .containsOnlyOnce("alpha")
                    .allMatch(name -> Set.of("alpha", ".", "..").contains(name));
        }
    }

    private static List<FolderEntry> lists(RemoteFolder far, FolderPath path) {
        try {
            return far.list(path);
        } catch (IOException e) {
            return List.of();
        }
    }

    @ParameterizedTest
    @EnumSource(value = Server.class, mode = EnumSource.Mode.EXCLUDE, names = "VSFTPD_UNLISTED")
    void foldersAreLookedIntoThreeLevelsDeep(Server server) throws IOException {
        byte[] content = FarSides.bytes(100, 4);
        send(servers.access(server, "look/into/this"), "file.pdf", content);
        FolderAccess access = servers.access(server, "");
        FolderProtocol protocol = FarSides.protocol(access);
        try (RemoteFolder far = protocol.open(access, new ConnectionTrace(protocol.trust(access)))) {
            FolderPath root = inky.courier.core.transfer.FolderTemplate.of(
                            access.settings().path())
                    .fixed();
            assertThat(far.list(root.then("look")))
                    .extracting(FolderEntry::name)
                    .contains("into");
            assertThat(far.list(root.then("look").then("into")))
                    .extracting(FolderEntry::name)
                    .contains("this");
            assertThat(far.list(root.then("look").then("into").then("this")))
                    .filteredOn(entry -> !entry.folder())
                    .extracting(FolderEntry::name, FolderEntry::bytes)
                    .containsExactly(org.assertj.core.groups.Tuple.tuple("file.pdf", 100L));
        }
    }

    @ParameterizedTest
    @EnumSource(Server.class)
    void namesWithEverySignThatAFileMayHaveArriveAsTheyAre(Server server) {
        FolderAccess access = servers.access(server, "signs");
        NameRulesOf rules = new NameRulesOf(access);
        for (String name : List.of(
                "a b.pdf",
                "50% #1 + 2 & 3.pdf",
                "\u00c5ngstr\u00f6m \u6f6e\u6c50 \ud83d\ude00.pdf",
                "it's (so) [good] {x}.pdf",
                "semi;colon,comma=.pdf",
                "-dash.pdf",
                "~home.pdf")) {
            byte[] content = FarSides.bytes(50, name.hashCode());
            isThere(
                    send(access, name, content),
                    servers.lies(server).resolve("signs").resolve(rules.fit(name)),
                    content);
        }
    }

    /** What the rules of a kind of folder make of a name. */
    private record NameRulesOf(FolderAccess access) {
        String fit(String name) {
            int dot = name.lastIndexOf('.');
            return access.kind()
                    .names()
                    .fit(name.substring(0, dot), name.substring(dot + 1))
                    .name();
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = Server.class,
            names = {"VSFTPD", "VSFTPD_TLS", "APACHE_BASIC", "APACHE_DIGEST", "NGINX"})
    void aWrongPasswordIsToldAndTheRightOneGoes(Server server) {
        FolderAccess access = servers.access(server, "password");
        FolderAccess wrong = access.with(access.settings(), "wrong");
        assertThat(send(wrong, "a.pdf", FarSides.bytes(10, 5)))
                .isInstanceOfSatisfying(
                        Outcome.NotAccepted.class,
                        not -> assertThat(not.setback().cause()).isEqualTo("SIGN_IN_REFUSED"));
        byte[] content = FarSides.bytes(10, 6);
        isThere(send(access, "a.pdf", content), servers.lies(server).resolve("password/a.pdf"), content);
    }

    /** 50 KB a second: the last reply comes long after the last byte was given to the line. */
    @ParameterizedTest
    @EnumSource(
            value = Server.class,
            names = {"OPENSSH", "APACHE_BASIC", "SAMBA"})
    void overASlowLineAFileArrives(Server server) throws Exception {
        FolderAccess access = servers.access(server, "slow");
        byte[] content = FarSides.bytes(300_000, 7);
        try (SlowLine line = new SlowLine(access, 50_000)) {
            isThere(send(line.access, "slow.pdf", content), servers.lies(server).resolve("slow/slow.pdf"), content);
        }
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void byASlowFtpServerAFileArrives(boolean overTls) throws Exception {
        FolderAccess access = servers.slowFtp(overTls, "slow");
        byte[] content = FarSides.bytes(200_000, 7);
        isThere(send(access, "slow.pdf", content), servers.lies(access).resolve("slow/slow.pdf"), content);
    }

    /** After a break at any byte the next try finds what is there: nothing, a part, or the whole. */
    @ParameterizedTest
    @EnumSource(
            value = Server.class,
            names = {"OPENSSH", "APACHE_BASIC", "SAMBA"})
    void aLineThatIsCutAnywhereIsTakenUpAndNothingIsDoubled(Server server) throws Exception {
        byte[] content = FarSides.bytes(120_000, 8);
        for (int cut = 0; cut < 12; cut++) {
            FolderAccess access = servers.access(server, "cut" + cut);
            UUID leg = UUID.randomUUID();
            Claimed claimed = new Claimed();
            try (SlowLine line = new SlowLine(access, Long.MAX_VALUE)) {
                line.cutAfter(3_000L + cut * 12_000L);
                send(line.access, leg, claimed, "cut.pdf", content);
            }
            isThere(
                    send(access, leg, claimed, "cut.pdf", content),
                    servers.lies(server).resolve("cut" + cut + "/cut.pdf"),
                    content);
            holdsOne(servers.lies(server).resolve("cut" + cut));
        }
    }

    private static void holdsOne(Path folder) throws IOException {
        // What a killed server had not given its name yet is its own to clear.
        try (var all = Files.list(folder)) {
            assertThat(all.filter(file -> !file.getFileName().toString().startsWith(".davfs")))
                    .hasSize(1);
        }
    }

    /**
     * A disk that is really full is told as that, nothing of the file stays on it, and with room it arrives. nginx says 500
     * for it and nothing of the room, so nobody could tell.
     */
    @ParameterizedTest
    @EnumSource(
            value = Server.class,
            mode = EnumSource.Mode.EXCLUDE,
            names = {"VSFTPD_UNLISTED", "NGINX"})
    void aDiskThatIsFullIsToldAsThatAndLeftWithoutAPart(Server server) throws Exception {
        assumeTrue(servers.disk(server, "full", 300), "disks of one's own can be had");
        FolderAccess access = servers.access(server, "full");
        byte[] content = FarSides.bytes(900_000, 11);
        UUID leg = UUID.randomUUID();
        Claimed claimed = new Claimed();
        assertThat(send(access, leg, claimed, "large.pdf", content))
                .isInstanceOfSatisfying(
                        Outcome.NotAccepted.class,
                        not -> assertThat(not.setback().cause())
                                .as(not.setback().reply())
                                .isEqualTo("NO_SPACE"));
        try (var left = Files.list(servers.lies(server).resolve("full"))) {
            assertThat(left).isEmpty();
        }
        servers.enlarge(server, "full", 4_000);
        isThere(
                send(access, leg, claimed, "large.pdf", content),
                servers.lies(server).resolve("full/large.pdf"),
                content);
    }

    @ParameterizedTest
    @EnumSource(
            value = Server.class,
            names = {"OPENSSH", "APACHE_BASIC"})
    void aServerThatIsKilledInTheMiddleAndStartedAgainHasTheFileOnce(Server server) throws Exception {
        FolderAccess access = servers.access(server, "killed");
        try (SlowLine line = new SlowLine(access, 100_000)) {
            killedInTheMiddle(line.access, access, servers.lies(server));
        }
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void anFtpServerThatIsKilledInTheMiddleAndStartedAgainHasTheFileOnce(boolean overTls) throws Exception {
        FolderAccess access = servers.slowFtp(overTls, "killed");
        killedInTheMiddle(access, access, servers.lies(access));
    }

    private static void killedInTheMiddle(FolderAccess slow, FolderAccess access, Path lies) throws Exception {
        byte[] content = FarSides.bytes(300_000, 12);
        UUID leg = UUID.randomUUID();
        Claimed claimed = new Claimed();
        CompletableFuture<Outcome> first =
                CompletableFuture.supplyAsync(() -> send(slow, leg, claimed, "killed.pdf", content));
        Waiting.until(() -> hasPart(lies.resolve("killed")), "the file is under way");
        servers.restart(access, () -> assertThat(first.join()).isNotInstanceOf(Outcome.Accepted.class));
        isThere(send(access, leg, claimed, "killed.pdf", content), lies.resolve("killed/killed.pdf"), content);
        holdsOne(lies.resolve("killed"));
    }

    private static boolean hasPart(Path folder) {
        try (var all = Files.list(folder)) {
            return all.findAny().isPresent();
        } catch (IOException e) {
            return false;
        }
    }

    /** What an administrator has accepted is another than what the server shows now. */
    @ParameterizedTest
    @CsvSource({"OPENSSH, HOST_KEY_CHANGED", "VSFTPD_TLS, CERTIFICATE_CHANGED"})
    void aServerThatShowsAnotherKeyOrCertificateGetsNothing(Server server, String cause) {
        FolderAccess access = servers.access(server, "changed");
        String other = server == Server.OPENSSH ? "SHA256:" + "A".repeat(43) : "AB".repeat(32);
        assertThat(send(access.with(access.settings().trusting(other), access.secret()), "a.pdf", new byte[1]))
                .isInstanceOfSatisfying(
                        Outcome.NotAccepted.class,
                        not -> assertThat(not.setback().cause()).isEqualTo(cause));
        assertThat(servers.lies(server).resolve("changed")).doesNotExist();
    }

    @ParameterizedTest
    @EnumSource(Server.class)
    void twoInstancesAtOnceTakeDifferentNames(Server server) throws Exception {
        FolderAccess access = servers.access(server, "both");
        Set<String> taken = java.util.Collections.synchronizedSet(new HashSet<>());
        byte[] one = FarSides.bytes(50_000, 9);
        byte[] two = FarSides.bytes(60_000, 10);
        send(access, "before.pdf", one);
        CompletableFuture<Outcome> other = CompletableFuture.supplyAsync(
                () -> send(access, UUID.randomUUID(), new Claimed(taken), "both.pdf", one));
        Outcome mine = send(access, UUID.randomUUID(), new Claimed(taken), "both.pdf", two);
        assertThat(List.of(mine, other.get())).allMatch(outcome -> outcome instanceof Outcome.Accepted);
        try (var all = Files.list(servers.lies(server).resolve("both"))) {
            assertThat(all.map(file -> file.getFileName().toString()))
                    .containsExactlyInAnyOrder("before.pdf", "both.pdf", "both (2).pdf");
        }
    }

    @Test
    void aKeyThatIsLockedByAPassphraseIsToldAsThat() throws Exception {
        Path locked = Files.createTempDirectory("key").resolve("locked");
        new ProcessBuilder("ssh-keygen", "-q", "-t", "ed25519", "-N", "secret words", "-f", locked.toString())
                .start()
                .waitFor();
        FolderAccess access = servers.access(Server.OPENSSH, "locked");
        Outcome outcome = send(access.with(access.settings(), Files.readString(locked)), "a.pdf", new byte[1]);
        assertThat(outcome)
                .isInstanceOfSatisfying(
                        Outcome.NotAccepted.class,
                        not -> assertThat(not.setback().cause()).isEqualTo("KEY_HAS_PASSPHRASE"));
    }

    @Test
    void theRoomThatIsLeftIsToldByAServerThatCan() throws IOException {
        FolderAccess access = servers.access(Server.OPENSSH, "");
        FolderProtocol protocol = FarSides.protocol(access);
        try (RemoteFolder far = protocol.open(access, new ConnectionTrace(protocol.trust(access)))) {
            long said = far.spaceLeft(FolderPath.ROOT).orElseThrow();
            long usable = servers.lies(Server.OPENSSH).toFile().getUsableSpace();
            assertThat(Math.abs(said - usable)).isLessThan(1L << 30);
        }
    }

    /** Passes bytes on at a pace, and breaks after so many. */
    private static final class SlowLine implements AutoCloseable {
        private static final String ADDRESS = "127.40.9.21";

        private final ServerSocket door = new ServerSocket(0, 5, InetAddress.getByName(ADDRESS));
        private final FolderAccess access;
        private final long bytesPerSecond;
        private volatile long left = Long.MAX_VALUE;

        SlowLine(FolderAccess to, long bytesPerSecond) throws IOException {
            this.bytesPerSecond = bytesPerSecond;
            boolean web = to.kind() == DestinationKind.WEBDAV;
            URI address = web ? URI.create(to.settings().host()) : null;
            String host = web ? address.getHost() : to.settings().host();
            int port = web ? address.getPort() : to.settings().port();
            access = to.with(
                    FarSides.changed(
                            to.settings(),
                            web
                                    ? Map.of(
                                            "host", "http://" + ADDRESS + ":" + door.getLocalPort() + address.getPath())
                                    : Map.of("host", ADDRESS, "port", door.getLocalPort())),
                    to.secret());
            Daemons.run(() -> {
                while (!door.isClosed()) {
                    Socket near = door.accept();
                    Daemons.run(() -> pass(near, host, port));
                }
            });
        }

        void cutAfter(long bytes) {
            left = bytes;
        }

        private void pass(Socket near, String host, int port) throws Exception {
            try {
                Socket far = new Socket(host, port);
                Daemons.run(() -> pass(far, near, false));
                pass(near, far, true);
            } finally {
                near.close();
            }
        }

        private void pass(Socket from, Socket to, boolean counted) throws Exception {
            byte[] block = new byte[4096];
            try (InputStream in = from.getInputStream();
                    OutputStream out = to.getOutputStream()) {
                for (int n = in.read(block); n >= 0; n = in.read(block)) {
                    if (counted && bytesPerSecond < Long.MAX_VALUE) {
                        Thread.sleep(n * 1000L / bytesPerSecond);
                    }
                    if (counted) {
                        left -= n;
                    }
                    if (left < 0) {
                        return;
                    }
                    out.write(block, 0, n);
                    out.flush();
                }
            } finally {
                from.close();
                to.close();
            }
        }

        @Override
        public void close() throws IOException {
            door.close();
        }
    }
}
