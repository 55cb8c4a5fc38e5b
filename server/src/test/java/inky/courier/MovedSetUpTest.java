package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import com.nimbusds.jose.JWEObject;
import com.nimbusds.jose.crypto.PasswordBasedDecrypter;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.OfficeFormat;
import inky.courier.core.office.OfficeSettings;
import inky.courier.harness.Browser;
import inky.courier.harness.Courier;
import inky.courier.setup.CommandLine;
import inky.courier.setup.SetUp;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** A set-up that moves: a part of it, with its passwords, from the command line, by a token; again, it changes nothing. */
@Tag("long")
class MovedSetUpTest {
    private static final String PASSPHRASE = "nine herring gulls on a mooring post";

    @TempDir
    Path folder;

    private Courier courier;
    private Browser desk;

    @BeforeEach
    void start() {
        courier = Courier.start();
        desk = courier.administrator();
        desk.get("/api/session");
    }

    @AfterEach
    void stop() {
        courier.close();
    }

    private static Office office(Courier of) {
        return of.bean(SetUp.class).office();
    }

    private static String token(Browser by, boolean mayChange) {
        return by.post("/api/tokens", Map.of("name", "pipeline", "mayChange", mayChange, "days", 30))
                .ok()
                .get("token");
    }

    private CommandLine line(Courier to, String token) {
        return new CommandLine(Map.of(
                "COURIER_ADDRESS", to.uri().toString(), "COURIER_TOKEN", token, "COURIER_PASSPHRASE", PASSPHRASE));
    }

    private void furnish() {
        String mail = desk.post(
                        "/api/mail-servers",
                        Map.ofEntries(
                                Map.entry("name", "Harbour Post"),
                                Map.entry("host", "mail.wherrymoor.example"),
                                Map.entry("port", 587),
                                Map.entry("encryption", "STARTTLS"),
                                Map.entry("certificateCheck", "MUST_BE_VALID"),
                                Map.entry("fingerprint", ""),
                                Map.entry("signIn", "PASSWORD"),
                                Map.entry("account", "scans"),
                                Map.entry("password", "Harbour-1124"),
                                Map.entry("sender", "scans@wherrymoor.example"),
                                Map.entry("senderIsPerson", false),
                                Map.entry("sizeLimitMb", 25)))
                .ok()
                .get("id");
        String toMe = desk.post(
                        "/api/destinations", Map.of("name", "Mail to me", "kind", "MAIL_TO_ME", "routeId", mail))
                .ok()
                .get("id");
        String profile = desk.post(
                        "/api/profiles", Map.of("name", "Usual", "colour", "GREY", "dpi", 200, "sides", "ONE"))
                .ok()
                .get("id");
        String name = desk.post("/api/names", Map.of("name", "Day", "template", "{date} {counter:4}"))
                .ok()
                .get("id");
        desk.post("/api/names", Map.of("name", "Unused", "template", "{date}")).ok();
        desk.post(
                        "/api/jobs",
                        Map.of(
                                "name", "Berth permit",
                                "icon", "permit",
                                "profileId", profile,
                                "templateId", name,
                                "destinationIds", List.of(toMe),
                                "subject", "Permit",
                                "body", "Scanned."))
                .ok();
    }

    @Test
    void aSetUpUnderVersionControlIsAppliedByAPipelineAndThenNothingDiffers() throws Exception {
        furnish();
        Path file = folder.resolve("office.yaml");
        CommandLine from = line(courier, token(desk, true));
        assertThat(from.does("export", file.toString(), "--secrets"))
                .as(from.errors())
                .isZero();
        String text = Files.readString(file);
        assertThat(text)
                .doesNotContain("Harbour-1124")
                .contains("# One-touch jobs.")
                .containsPattern("profileId: \"?[0-9a-f-]{36}\"? # Usual");
        assertThat(OfficeFormat.YAML.read(text)).isEqualTo(office(courier));
        // Opened by the library itself, as anybody could: RFC 7516.
        JWEObject jwe = JWEObject.parse(OfficeFormat.YAML.secrets(text));
        jwe.decrypt(new PasswordBasedDecrypter(PASSPHRASE));
        assertThat(jwe.getPayload().toString()).contains("Harbour-1124");

        try (Courier other = Courier.start()) {
            Browser there = other.administrator();
            there.get("/api/session");
            CommandLine to = line(other, token(there, true));
            assertThat(to.does("check", file.toString())).isZero();
            Office before = office(other);
            assertThat(to.does("diff", file.toString()))
                    .as("what Courier brings has the same names in both")
                    .isEqualTo(1);
            assertThat(to.errors()).contains("name");
            assertThat(to.does("diff", file.toString(), "--match-names")).isEqualTo(3);
            assertThat(to.out())
                    .as("they are taken to be the same")
                    .contains("+ job Berth permit")
                    .doesNotContain("+ file-name template Counter")
                    .containsOnlyOnce("+ scan profile");
            assertThat(to.does("diff", file.toString(), "--delete")).isEqualTo(3);
            assertThat(to.out())
                    .contains("+ mail server Harbour Post")
                    .contains("+ job Berth permit")
                    .contains("~ password of Harbour Post");
            assertThat(office(other)).isEqualTo(before);
            assertThat(to.does("apply", file.toString(), "--delete"))
                    .as(to.errors())
                    .isZero();
            assertThat(office(other)).isEqualTo(office(courier));
            assertThat(to.does("apply", file.toString(), "--delete")).isZero();
            assertThat(to.out()).contains("Nothing to change.");
            assertThat(there.get("/api/changes?find=token%20pipeline").ok().json())
                    .isNotEmpty();
            JsonNode tokens = there.get("/api/tokens").ok().json();
            assertThat(tokens.path(0).path("usedFrom").asString()).startsWith("127.");

            // The password is what it was: exported again under another passphrase, it is the same.
            String again = there.post(
                            "/api/office/export", Map.of("format", "JSON", "passphrase", "another one that is long"))
                    .ok()
                    .text();
            JWEObject second = JWEObject.parse(OfficeFormat.JSON.secrets(again));
            second.decrypt(new PasswordBasedDecrypter("another one that is long"));
            assertThat(second.getPayload().toString()).contains("Harbour-1124");

            Files.writeString(
                    file, text.replace("\"Berth permit\"", "\"Berths\"").replace("name: Berth permit", "name: Berths"));
            assertThat(to.does("diff", file.toString())).isEqualTo(3);
            assertThat(to.out()).contains("~ job Berths").contains("name: Berth permit -> Berths");
        }
    }

    @Test
    void aPartComesWithWhatItNeedsAndWhatIsLeftOutStays() throws Exception {
        furnish();
        String part = desk.post("/api/office/export", Map.of("format", "YAML", "jobs", List.of("Berth permit")))
                .ok()
                .text();
        Office office = OfficeFormat.YAML.read(part);
        assertThat(office.items()).hasSize(5).noneMatch(item -> item.name().equals("Unused"));
        assertThat(office.all(OfficeSettings.class)).isEmpty();
        assertThat(desk.post("/api/office/export", Map.of("format", "YAML", "jobs", List.of("Nothing")))
                        .status())
                .isEqualTo(404);
        assertThat(desk.post("/api/office/export", Map.of("format", "YAML", "passphrase", "short"))
                        .get("code"))
                .isEqualTo("office.passphrase-short");

        // With --delete only what is a part of a set-up goes; the settings of the office are none of it.
        JsonNode compared = desk.post("/api/office/compare", Map.of("file", part, "removes", true))
                .ok()
                .json();
        List<String> going = new ArrayList<>();
        compared.path("changes").forEach(change -> {
            assertThat(change.path("verb").asString()).isEqualTo("DELETED");
            going.add(change.path("kind").asString() + " " + change.path("id").asString());
        });
        assertThat(compared.path("changes").toString()).contains("Unused").doesNotContain("Our office");
        Map<String, Object> without = Map.of("file", part, "removes", true, "leftOut", going);
        assertThat(desk.post("/api/office/compare", without).ok().json().path("changes"))
                .isEmpty();
        Map<String, Object> needed = new HashMap<>(without);
        needed.put("file", "format: inky-courier-office\n");
        Browser.Answer refused = desk.post("/api/office/compare", needed);
        assertThat(refused.status())
                .as("all goes but the name: nothing needs that")
                .isEqualTo(200);
        String job = office.items().stream()
                .filter(item -> item.itemKind() == ItemKind.JOB)
                .map(item -> "job " + item.id())
                .findFirst()
                .orElseThrow();
        needed.put("leftOut", List.of(job));
        assertThat(desk.post("/api/office/compare", needed).status())
                .as("a job that stays needs its profile")
                .isEqualTo(409);
        assertThat(desk.post(
                                "/api/office/compare",
                                Map.of(
                                        "file",
                                        part + "secrets: abc\n",
                                        "removes",
                                        false,
                                        "passphrase",
                                        "wrong but long"))
                        .get("code"))
                .isEqualTo("office.passphrase");
    }

    @Test
    void aTokenOpensTheSetUpAndNothingElse() throws IOException {
        furnish();
        String reads = token(desk, false);
        CommandLine line = line(courier, reads);
        Path file = folder.resolve("office.json");
        assertThat(line.does("export", file.toString())).as(line.errors()).isZero();
        assertThat(Files.readString(file)).startsWith("{");
        assertThat(line.does("apply", file.toString())).isEqualTo(1);
        assertThat(line.errors()).contains("not allowed").doesNotContain("Exception");
        assertThat(line.does("export", "--secrets")).isEqualTo(1);
        for (String path : List.of("/api/jobs", "/api/people", "/api/deliveries", "/api/tokens", "/api/officex")) {
            assertThat(Browser.asProgram(courier.uri(), reads, "GET", path).status())
                    .as(path)
                    .isEqualTo(401);
        }
        assertThat(Browser.asProgram(courier.uri(), reads, "GET", "/api/office/export")
                        .status())
                .isEqualTo(200);
        assertThat(Browser.asProgram(courier.uri(), reads + "x", "GET", "/api/office/export")
                        .get("code"))
                .isEqualTo("token.unknown");
        assertThat(courier.bean(JdbcClient.class)
                        .sql("select encode(digest, 'escape') from access_token")
                        .query(String.class)
                        .single())
                .doesNotContain(reads.substring(8, 20));

        String id = desk.get("/api/tokens").ok().json().path(0).path("id").asString();
        courier.bean(JdbcClient.class)
                .sql("update access_token set until = now() - interval '1 minute' where id = ?")
                .param(UUID.fromString(id))
                .update();
        assertThat(line.does("diff", file.toString())).isEqualTo(1);
        assertThat(line.errors()).contains("The token is not known, or has ended. Make a new one under Accounts.");
        desk.delete("/api/tokens/" + id).ok();
        assertThat(desk.get("/api/tokens").ok().json()).isEmpty();
        assertThat(desk.post("/api/tokens", Map.of("name", " ", "mayChange", true, "days", 30))
                        .status())
                .isEqualTo(422);
        assertThat(desk.post("/api/tokens", Map.of("name", "x", "mayChange", true, "days", 900))
                        .status())
                .isEqualTo(422);

        assertThat(new CommandLine(Map.of()).does()).isEqualTo(2);
        assertThat(new CommandLine(Map.of()).does("apply", "--job", "x")).isEqualTo(2);
        CommandLine nowhere = new CommandLine(Map.of("COURIER_ADDRESS", "http://127.0.0.1:9", "COURIER_TOKEN", "x"));
        assertThat(nowhere.does("diff", file.toString())).isEqualTo(1);
        assertThat(nowhere.errors()).contains("cannot be reached");
        assertThat(nowhere.does("check", folder.resolve("none").toString())).isEqualTo(1);
        Files.writeString(file, "jobs: [");
        assertThat(nowhere.does("check", file.toString())).isEqualTo(1);
        assertThat(nowhere.errors()).contains("line 1");
    }
}
