package inky.courier.core.transfer;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameValues;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import java.util.stream.IntStream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.poi.util.StringUtil;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class TransferTest {
    /** RFC 959 section 4.2 unless another stands behind the row. */
    @ParameterizedTest
    @CsvSource({
        "SIGNED_IN, 530, Not logged in, SIGN_IN_REFUSED, UNTIL_MENDED",
        "SIGNED_IN, 421, Service not available, TRY_LATER, PASSES",
        "WRITTEN, 425, Can't open data connection, DATA_LINE, PASSES",
        "WRITTEN, 426, Connection closed, DATA_LINE, PASSES",
        "WRITTEN, 450, File busy, BUSY, PASSES",
        "WRITTEN, 451, Local error, TRY_LATER, PASSES",
        "WRITTEN, 451, Failure writing to local file., NO_SPACE, PASSES",
        "WRITTEN, 452, Insufficient storage, NO_SPACE, PASSES",
        "WRITTEN, 552, Exceeded allocation, NO_SPACE, PASSES",
        "WRITTEN, 553, Name not allowed, NAME_REFUSED, FOR_GOOD",
        "WRITTEN, 550, Permission denied, NOT_ALLOWED_TO_WRITE, UNTIL_MENDED",
        "FOLDER, 550, No such directory, FOLDER_NOT_FOUND, UNTIL_MENDED",
        "FOLDER, 550, Permission denied, NOT_ALLOWED_IN, UNTIL_MENDED",
        // RFC 4217 section 10 and RFC 2228 section 5
        "ENCRYPTED, 534, Policy, TLS_NOT_OFFERED, UNTIL_MENDED",
        "ENCRYPTED, 502, Not implemented, TLS_NOT_OFFERED, UNTIL_MENDED",
        "SIGNED_IN, 534, Policy requires SSL, ENCRYPTION_NEEDED, UNTIL_MENDED",
        "SIGNED_IN, 530, Non-TLS sessions not allowed, ENCRYPTION_NEEDED, UNTIL_MENDED",
        "WRITTEN, 522, SSL session reuse required, ENCRYPTION_NEEDED, UNTIL_MENDED",
    })
    void ftpReplies(TransferStep step, int code, String words, TransferCause cause, String lasting) {
        assertEquals(cause, TransferCause.ofFtp(step, code, words));
        assertEquals(lasting, cause.lasting().name());
    }

    /** MS-ERREF section 2.3.1, from memory. */
    @ParameterizedTest
    @CsvSource({
        "SIGNED_IN, C000006D, SIGN_IN_REFUSED", // LOGON_FAILURE
        "SIGNED_IN, C0000071, PASSWORD_EXPIRED", // PASSWORD_EXPIRED
        "SIGNED_IN, C0000224, PASSWORD_EXPIRED", // PASSWORD_MUST_CHANGE
        "SIGNED_IN, C0000234, ACCOUNT_LOCKED", // ACCOUNT_LOCKED_OUT
        "SIGNED_IN, C0000072, ACCOUNT_CLOSED", // ACCOUNT_DISABLED
        "SIGNED_IN, C0000133, CLOCK_DIFFERS", // TIME_DIFFERENCE_AT_DC
        "FOLDER, C00000CC, SHARE_NOT_FOUND", // BAD_NETWORK_NAME
        "FOLDER, C0000022, NOT_ALLOWED_IN", // ACCESS_DENIED
        "WRITTEN, C0000022, NOT_ALLOWED_TO_WRITE", // ACCESS_DENIED
        "FOLDER, C000003A, FOLDER_NOT_FOUND", // OBJECT_PATH_NOT_FOUND
        "WRITTEN, C000007F, NO_SPACE", // DISK_FULL
        "WRITTEN, C0000044, NO_SPACE", // QUOTA_EXCEEDED
        "WRITTEN, C0000033, NAME_REFUSED", // OBJECT_NAME_INVALID
        "RENAMED, C0000035, NAME_TAKEN", // OBJECT_NAME_COLLISION
        "WRITTEN, C0000043, BUSY", // SHARING_VIOLATION
        "WRITTEN, C0000205, TRY_LATER", // INSUFF_SERVER_RESOURCES
    })
    void smbStatuses(TransferStep step, String status, TransferCause cause) {
        assertEquals(cause, TransferCause.ofSmb(step, Long.parseLong(status, 16)));
    }

    /** draft-ietf-secsh-filexfer-02 section 7, and -13 section 9.1 from 10 on. */
    @ParameterizedTest
    @CsvSource({
        "FOLDER, 2, No such file, FOLDER_NOT_FOUND",
        "FOLDER, 3, Permission denied, NOT_ALLOWED_IN",
        "WRITTEN, 3, Permission denied, NOT_ALLOWED_TO_WRITE",
        "WRITTEN, 4, Failure, TRY_LATER",
        "WRITTEN, 4, No space left on device, NO_SPACE",
        "RENAMED, 4, File exists, NAME_TAKEN",
        "RENAMED, 11, File already exists, NAME_TAKEN",
        "WRITTEN, 14, No space, NO_SPACE",
        "WRITTEN, 15, Quota, NO_SPACE",
        "WRITTEN, 20, Invalid filename, NAME_REFUSED",
    })
    void sftpStatuses(TransferStep step, int status, String words, TransferCause cause) {
        assertEquals(cause, TransferCause.ofSftp(step, status, words));
    }

    /** RFC 4918 sections 9 and 11, RFC 9110 section 15, RFC 6585 section 4. */
    @ParameterizedTest
    @CsvSource({
        "SIGNED_IN, 401, SIGN_IN_REFUSED",
        "FOLDER, 403, NOT_ALLOWED_IN",
        "WRITTEN, 403, NOT_ALLOWED_TO_WRITE",
        "WRITTEN, 409, FOLDER_NOT_FOUND",
        "RENAMED, 412, NAME_TAKEN",
        "WRITTEN, 413, FILE_TOO_LARGE",
        "WRITTEN, 423, BUSY",
        "WRITTEN, 429, TRY_LATER",
        "WRITTEN, 503, TRY_LATER",
        "WRITTEN, 507, NO_SPACE",
        "SIGNED_IN, 301, MOVED",
        "SIGNED_IN, 405, NOT_THIS_PROTOCOL",
    })
    void webDavStatuses(TransferStep step, int status, TransferCause cause) {
        assertEquals(cause, TransferCause.ofWebDav(step, status));
    }

    // RFC 6749 section 5.2 and RFC 8628 section 3.5, from memory.
    @ParameterizedTest
    @CsvSource({
        "invalid_grant, CONSENT_ENDED",
        "access_denied, NO_CONSENT",
        "expired_token, NO_CONSENT",
        "slow_down, TRY_LATER",
        "invalid_client, CONSENT_NOT_OFFERED",
        "unauthorized_client, CONSENT_NOT_OFFERED",
        "unsupported_grant_type, CONSENT_NOT_OFFERED",
        "invalid_scope, CONSENT_NOT_OFFERED",
    })
    void tokenErrors(String error, TransferCause cause) {
        assertEquals(cause, TransferCause.ofOAuth(error));
    }

    @ParameterizedTest
    @ValueSource(strings = {"..", "a/../b", "a/./b", "..\\x", "a/\u0000", "a\r\nDELE b"})
    void whatLeadsOutsideIsRefused(String path) {
        assertThrows(Invalid.class, () -> FolderPath.of(path));
    }

    static List<Long> seeds() {
        return IntStream.range(0, 200).mapToObj(i -> 9_000L + i).toList();
    }

    /** Whatever a field is filled with, each name stays one accepted name, below the root. */
    @ParameterizedTest
    @MethodSource("seeds")
    void noValueLeadsOutOfItsFolder(long seed) {
        Random random = new Random(seed);
        String signs = "./\\:*?\"<>| ~\u0000\r\n\u00e9\ud83d\ude00abc";
        StringBuilder login = new StringBuilder();
        for (int i = 0; i < random.nextInt(12); i++) {
            login.append(signs.charAt(random.nextInt(signs.length())));
        }
        FolderTemplate template = FolderTemplate.of("scans/{person.login}/{date:yyyy/MM}");
        for (NameRules rules : List.of(NameRules.WINDOWS, NameRules.POSIX)) {
            FolderPath path = template.fill(values(login.toString()), rules);
            assertEquals("scans", path.names().get(0));
            assertTrue(path.names().size() <= 3);
            assertTrue(path.names().stream().allMatch(rules::accepts), path.text());
        }
        assertEquals(FolderPath.of("scans"), template.fixed());
    }

    private static NameValues values(String login) {
        return new NameValues(
                ZonedDateTime.parse("2026-11-24T10:00:00Z"),
                new NameValues.Person("Oda Fennick", login, ""),
                new NameValues.Device("Counter", "Linnet Pier"),
                new NameValues.Job("Manifest", "Usual"),
                new NameValues.Contents(1, "document", "", "", 1, 1),
                NameValues.Numbers.fixed(1, 0));
    }

    @Test
    void aTemplateThatIsWrongSaysSo() {
        assertThrows(Invalid.class, () -> FolderTemplate.of("a/{nothing}"));
        assertThrows(Invalid.class, () -> FolderTemplate.of("a/../{job}"));
        assertTrue(FolderTemplate.of("/var/scans").absolute());
        assertFalse(FolderTemplate.of("var/scans").absolute());
    }

    @Test
    void aNumberIsNeverCutOffALongName() {
        String longName = "x".repeat(251) + ".pdf";
        String numbered = UploadName.numbered(longName, 12, NameRules.POSIX);
        assertTrue(numbered.endsWith(" (12).pdf"));
        assertTrue(NameRules.POSIX.accepts(numbered));
        assertEquals("list (2)", UploadName.numbered("list", 2, NameRules.WINDOWS));
        assertTrue(UploadName.isUnderWay(UploadName.underWay(UUID.randomUUID(), 3)));
        assertFalse(UploadName.isUnderWay("courier news.pdf"));
    }

    // RFC 8259, XML 1.0 and RFC 4180, each read back by a reader that is not ours, or by its rules
    @Test
    void theDataBesideTheFilesReadsBackWhateverIsInIt() throws Exception {
        String awkward = "Ro\"s, <ter> & \u00c1sa\u0007";
        Sidecar sidecar = new Sidecar(
                48_001,
                Instant.parse("2026-11-24T10:15:00Z"),
                awkward,
                "asa",
                "Counter",
                "Linnet Pier",
                "Manifest",
                2,
                Map.of("Which berth?", "4,\r\n5"),
                List.of(
                        new Sidecar.File(
                                "a, b.pdf", "application/pdf", 12, 1, "document", "00ff", Map.of("zone.bill", "4711")),
                        new Sidecar.File(
                                "c.pdf", "application/pdf", 13, 1, "receipt", "11ee", Map.of("barcode", "A, B"))));
        JsonNode json = JsonMapper.builder().build().readTree(sidecar.in(SidecarForm.JSON));
        assertEquals(awkward, json.path("person").asString());
        assertEquals("4,\r\n5", json.path("answers").path("Which berth?").asString());
        assertEquals("11ee", json.path("files").path(1).path("sha256").asString());

        assertEquals(
                "4711",
                json.path("files").path(0).path("read").path("zone.bill").asString());

        var xml = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(sidecar.in(SidecarForm.XML)))
                .getDocumentElement();
        assertEquals(awkward.replace('\u0007', ' '), xml.getAttribute("person"));
        assertEquals(2, xml.getElementsByTagName("file").getLength());
        assertEquals("4711", xml.getElementsByTagName("read").item(0).getTextContent());

        String csv = new String(sidecar.in(SidecarForm.CSV), StandardCharsets.UTF_8);
        assertEquals(3, StringUtil.countMatches(csv.replaceAll("\"[^\"]*\"", ""), '\n'));
        assertTrue(csv.contains("\"Ro\"\"s, <ter> & \u00c1sa\u0007\""));
        assertTrue(csv.contains("\"4,\r\n5\""));
        assertTrue(csv.lines().findFirst().orElse("").endsWith("read barcode,read zone.bill"), csv);
        assertTrue(csv.contains(",00ff,,4711\r\n") && csv.contains(",11ee,\"A, B\",\r\n"), csv);
    }
}
