package inky.courier.folder;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.transfer.WhenTaken;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Outcome;
import inky.courier.folder.FarSides.Claimed;
import inky.courier.harness.Hostile;
import inky.courier.harness.Hostile.Manner;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Servers that never end, talk nonsense or hang up cost a bounded number of bytes, and end in words. */
class HostileFoldersTest {
    private static final String MULTI_STATUS = "HTTP/1.1 207 Multi-Status\r\nContent-Type: application/xml\r\n"
            + "Transfer-Encoding: identity\r\n\r\n<?xml version=\"1.0\"?><multistatus xmlns=\"DAV:\">";

    @ParameterizedTest
    @CsvSource({
        "FTP, ENDLESS", "FTP, GARBAGE", "FTP, CLOSING",
        "SFTP, ENDLESS", "SFTP, GARBAGE", "SFTP, CLOSING",
        "SMB, ENDLESS", "SMB, GARBAGE", "SMB, CLOSING",
        "WEBDAV, ENDLESS", "WEBDAV, GARBAGE", "WEBDAV, CLOSING",
    })
    void itEndsInWordsAfterABoundedNumberOfBytes(DestinationKind kind, Manner manner) throws IOException {
        String first = switch (kind) {
            case FTP -> "220-Welcome\r\n";
            case WEBDAV -> MULTI_STATUS;
            default -> "";
        };
        String then = switch (kind) {
            case FTP -> "220-and welcome again\r\n";
            case WEBDAV -> "<response><href>/a</href></response>";
            default -> "Welcome\r\n";
        };
        try (Hostile far = new Hostile(manner, kind == DestinationKind.WEBDAV, first, then)) {
            boolean web = kind == DestinationKind.WEBDAV;
            String host = web ? "http://" + far.address() + ":" + far.port() + "/" : far.address();
            FolderAccess access = FarSides.access(
                    kind,
                    FarSides.settings(host, web ? 0 : far.port(), "in", Encryption.NONE, WhenTaken.NUMBER),
                    FarSides.PASSWORD);
            Instant begin = Instant.now();
            Outcome outcome = FarSides.send(
                    access,
                    FarSides.consignment(
                            UUID.randomUUID(), Map.of(), List.of(FarSides.file("a.pdf", FarSides.bytes(1000, 1)))),
                    new Claimed());
            assertThat(outcome)
                    .isInstanceOfSatisfying(
                            Outcome.NotAccepted.class,
                            not -> assertThat(not.setback().sentence().toString())
                                    .isNotEmpty());
            assertThat(far.said()).as("bytes taken").isLessThan(64L * 1024 * 1024);
            assertThat(Duration.between(begin, Instant.now())).isLessThan(Duration.ofSeconds(70));
        }
    }
}
