package inky.courier.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import inky.courier.connection.Passage;
import inky.courier.connection.ProbeReport;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.SidecarForm;
import inky.courier.core.transfer.WhenTaken;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Folders.FolderEntry;
import inky.courier.destination.Outcome;
import inky.courier.folder.FarSides.Claimed;
import inky.courier.folder.RealServers.Server;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
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
import org.junit.jupiter.params.provider.EnumSource;

/** One list of cases for every connector, against servers that nobody here wrote. */
@Tag("long")
class RealServersTest {
    private static RealServers servers;

    @BeforeAll
    static void open() throws Exception {
        assumeTrue(RealServers.canRun(), "the real servers need root and Debian's packages");
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

    @ParameterizedTest
    @EnumSource(value = Server.class, mode = EnumSource.Mode.EXCLUDE, names = "VSFTPD_UNLISTED")
    void foldersAreLookedIntoThreeLevelsDeep(Server server) throws IOException {
        byte[] content = FarSides.bytes(100, 4);
        send(servers.access(server, "look/into/this"), "file.pdf", content);
        FolderAccess access = servers.access(server, "");
        FolderProtocol protocol = FarSides.protocol(access);
        try (RemoteFolder far = protocol.open(access, new Passage(protocol.trust(access)))) {
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
            return FarSides.protocol(access)
                    .rules()
                    .fit(name.substring(0, dot), name.substring(dot + 1))
                    .name();
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = Server.class,
            names = {"VSFTPD", "VSFTPD_TLS", "APACHE_BASIC", "APACHE_DIGEST"})
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
            names = {"OPENSSH", "VSFTPD", "VSFTPD_TLS"})
    void overASlowLineAFileArrives(Server server) throws Exception {
        FolderAccess access = servers.access(server, "slow");
        byte[] content = FarSides.bytes(300_000, 7);
        if (server == Server.OPENSSH) {
            try (SlowLine line = new SlowLine(access.settings().port(), 50_000)) {
                FolderAccess slow = access.with(
                        FarSides.changed(access.settings(), Map.of("host", "127.40.9.21", "port", line.port())),
                        access.secret());
                isThere(send(slow, "slow.pdf", content), servers.lies(server).resolve("slow/slow.pdf"), content);
            }
        } else {
            isThere(send(access, "slow.pdf", content), servers.lies(server).resolve("slow/slow.pdf"), content);
        }
    }

    /** After a break at any byte the next try finds what is there: nothing, a part, or the whole. */
    @ParameterizedTest
    @EnumSource(
            value = Server.class,
            names = {"OPENSSH", "APACHE_BASIC"})
    void aLineThatIsCutAnywhereIsTakenUpAndNothingIsDoubled(Server server) throws Exception {
        byte[] content = FarSides.bytes(120_000, 8);
        for (int cut = 0; cut < 12; cut++) {
            FolderAccess access = servers.access(server, "cut" + cut);
            UUID leg = UUID.randomUUID();
            Claimed claimed = new Claimed();
            int port = server == Server.OPENSSH
                    ? access.settings().port()
                    : java.net.URI.create(access.settings().host()).getPort();
            try (SlowLine line = new SlowLine(port, Long.MAX_VALUE)) {
                line.cutAfter(3_000L + cut * 12_000L);
                Map<String, Object> through = server == Server.OPENSSH
                        ? Map.of("host", "127.40.9.21", "port", line.port())
                        : Map.of("host", "http://127.40.9.21:" + line.port() + "/basic/");
                send(
                        access.with(FarSides.changed(access.settings(), through), access.secret()),
                        leg,
                        claimed,
                        "cut.pdf",
                        content);
            }
            isThere(
                    send(access, leg, claimed, "cut.pdf", content),
                    servers.lies(server).resolve("cut" + cut + "/cut.pdf"),
                    content);
            try (var all = Files.list(servers.lies(server).resolve("cut" + cut))) {
                assertThat(all).hasSize(1);
            }
        }
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
        try (RemoteFolder far = protocol.open(access, new Passage(protocol.trust(access)))) {
            long said = far.spaceLeft(FolderPath.ROOT).orElseThrow();
            long usable = servers.lies(Server.OPENSSH).toFile().getUsableSpace();
            assertThat(Math.abs(said - usable)).isLessThan(1L << 30);
        }
    }

    /** Passes bytes on at a pace, and breaks after so many. */
    private static final class SlowLine implements AutoCloseable {
        private final ServerSocket door = new ServerSocket(0, 5, InetAddress.getByName("127.40.9.21"));
        private final long bytesPerSecond;
        private volatile long left = Long.MAX_VALUE;

        SlowLine(int to, long bytesPerSecond) throws IOException {
            this.bytesPerSecond = bytesPerSecond;
            daemon(() -> {
                while (!door.isClosed()) {
                    Socket near = door.accept();
                    Socket far = new Socket(RealServers.ADDRESS, to);
                    daemon(() -> pass(near, far, true));
                    daemon(() -> pass(far, near, false));
                }
            });
        }

        int port() {
            return door.getLocalPort();
        }

        void cutAfter(long bytes) {
            left = bytes;
        }

        private interface Work {
            void run() throws Exception;
        }

        private static void daemon(Work work) {
            Thread thread = new Thread(() -> {
                try {
                    work.run();
                } catch (Exception e) {
                    // The line ends, as lines do.
                }
            });
            thread.setDaemon(true);
            thread.start();
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
