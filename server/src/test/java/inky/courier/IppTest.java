package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@org.junit.jupiter.api.Tag("long")
@ExtendWith(SharedOffice.class)
class IppTest {
    private static final int CHARSET = 0x47;
    private static final int LANGUAGE = 0x48;
    private static final int URI_TAG = 0x45;
    private static final int NAME = 0x42;

    // RFC 8010 appendix A.1: Print-Job request (from memory), up to its end-of-attributes tag
    @Test
    void theCodecReadsAndWritesTheRequestOfTheStandard() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        DataOutputStream out = new DataOutputStream(bytes);
        out.writeShort(0x0101);
        out.writeShort(0x0002);
        out.writeInt(1);
        out.writeByte(1);
        attribute(out, CHARSET, "attributes-charset", "utf-8");
        attribute(out, LANGUAGE, "attributes-natural-language", "en-us");
        attribute(out, URI_TAG, "printer-uri", "ipp://printer.example.com/ipp/print/pinetree");
        attribute(out, NAME, "job-name", "foobar");
        out.writeByte(2);
        integer(out, "copies", 20);
        attribute(out, 0x44, "sides", "two-sided-long-edge");
        out.writeByte(3);
        byte[] standard = bytes.toByteArray();

        IppPacket packet = new IppInputStream(new ByteArrayInputStream(standard)).readPacket();
        assertThat(packet.getOperation()).isEqualTo(Operation.printJob);
        assertThat(packet.getRequestId()).isEqualTo(1);
        AttributeGroup job = packet.get(Tag.jobAttributes);
        assertThat(job.getString(Types.sides)).isEqualTo("two-sided-long-edge");
        assertThat(packet.getString(Tag.operationAttributes, Types.jobName)).isEqualTo("foobar");
        ByteArrayOutputStream written = new ByteArrayOutputStream();
        packet.write(written);
        assertThat(written.toByteArray()).isEqualTo(standard);
    }

    // RFC 8010 appendix A.3: a response whose job could not be made, client-error-attributes-or-values-not-supported
    @Test
    void theCodecReadsTheFailureOfTheStandard() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        DataOutputStream out = new DataOutputStream(bytes);
        out.writeShort(0x0101);
        out.writeShort(0x040b);
        out.writeInt(1);
        out.writeByte(1);
        attribute(out, CHARSET, "attributes-charset", "utf-8");
        attribute(out, LANGUAGE, "attributes-natural-language", "en-us");
        attribute(out, 0x41, "status-message", "client-error-attributes-or-values-not-supported");
        out.writeByte(3);
        IppPacket packet = new IppInputStream(new ByteArrayInputStream(bytes.toByteArray())).readPacket();
        assertThat(packet.getStatus()).isEqualTo(Status.clientErrorAttributesOrValuesNotSupported);
    }

    @Test
    void aDeviceTellsWhatItCanDo(Office office) {
        Browser.Answer look = office.desk
                .post("/api/devices/look", Map.of("address", "127.20.9.1:" + office.device.port()))
                .ok();
        JsonNode says = look.json().path("says");
        JsonNode abilities = says.path("abilities");
        assertThat(abilities.path("makeAndModel").asString()).isEqualTo("Alder M30");
        assertThat(abilities.path("feederSheets").asInt()).isEqualTo(100);
        assertThat(abilities.path("glass").asBoolean()).isTrue();
        assertThat(abilities.path("panelPlaces").asInt()).isEqualTo(11);
        assertThat(abilities.path("bothSides").asBoolean()).isTrue();
        assertThat(abilities.path("colour").asBoolean()).isTrue();
        assertThat(abilities.path("resolutions").toString()).isEqualTo("[100,150,200,300,400,600]");
        assertThat(says.path("standIn").asBoolean()).isTrue();
    }

    // RFC 8011 section 4.1.8 and RFC 8010 section 3.4: an operation that is not known, and bytes that are no IPP
    @Test
    void aDeviceAnswersWhatItDoesNotKnow(Office office) throws Exception {
        IppPacket.Builder unknown = new IppPacket.Builder(Operation.purgeJobs, 0x200, 7);
        unknown.getOperationAttributes().put(Types.printerUri, office.device.uri());
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        unknown.build().write(bytes);
        HttpResponse<byte[]> response = post(office, bytes.toByteArray());
        IppPacket answer = new IppInputStream(new ByteArrayInputStream(response.body())).readPacket();
        assertThat(answer.getStatus()).isEqualTo(Status.serverErrorOperationNotSupported);
        assertThat(answer.getRequestId()).isEqualTo(7);
        assertThat(post(office, "GET / HTTP".getBytes(StandardCharsets.US_ASCII))
                        .statusCode())
                .isEqualTo(400);
    }

    // RFC 8011 section 3.2: what a Printer must do and tell, as CUPS' own test of it asks
    @Test
    void thePrinterOfAStandInDoesWhatTheStandardRequires(Office office) throws Exception {
        assumeTrue(Files.isExecutable(Path.of("/usr/bin/ipptool")), "cups-ipp-utils is installed by bin/test");
        String said = ipptool(office, "/ipp/print", "ipp-1.1.test");
        assertThat(said).doesNotContain("[FAIL]");
        assertThat(said.lines().filter(line -> line.endsWith("[PASS]"))).hasSizeGreaterThanOrEqualTo(24);
        assertThat(ipptool(office, "/ipp/scan", "get-jobs.test")).contains("[PASS]");
    }

    // CUPS' client: what another program means by PWG 5100.17's source and size is what the stand-in means
    @Test
    void anotherClientScansFromTheGlass(Office office) throws Exception {
        assumeTrue(Files.isExecutable(Path.of("/usr/bin/ipptool")), "cups-ipp-utils is installed by bin/test");
        Path test = Path.of(IppTest.class.getResource("/scan-from-glass.test").toURI());
        String said = ipptool(office, "/ipp/scan", test.toString());
        assertThat(said).doesNotContain("[FAIL]");
        assertThat(said.lines().filter(line -> line.endsWith("[PASS]"))).hasSize(5);
    }

    // RFC 3380: what another program sets is set, and what it may not set is refused by the words of the standard
    @Test
    void anotherClientSetsTheDevice(Office office) throws Exception {
        assumeTrue(Files.isExecutable(Path.of("/usr/bin/ipptool")), "cups-ipp-utils is installed by bin/test");
        Path test = Path.of(
                IppTest.class.getResource("/set-printer-attributes.test").toURI());
        for (String door : new String[] {"/ipp/scan", "/ipp/print"}) {
            String said = ipptool(office, door, test.toString());
            assertThat(said).doesNotContain("[FAIL]");
            assertThat(said.lines().filter(line -> line.endsWith("[PASS]"))).hasSize(6);
        }
        office.device.set("printer-location", "");
        office.device.set("sleep-minutes", "30");
    }

    private static String ipptool(Office office, String path, String test) throws IOException, InterruptedException {
        Path document = Files.createTempFile("document", ".pdf");
        Files.writeString(document, "%PDF-1.4\n%%EOF\n");
        Process process = new ProcessBuilder(
                        "ipptool",
                        "-t",
                        "-V",
                        "1.1",
                        "-f",
                        document.toString(),
                        "ipp://127.20.9.1:" + office.device.port() + path,
                        test)
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        process.waitFor();
        return said;
    }

    @Test
    void aDeviceThatOnlyPrintsCanBeAddedAndIsPrintedOnAndHasNoPanelToPlan(Office office) throws Exception {
        try (StandInDevice printer = StandInDevice.start(
                DeviceModel.named("Tansy P1").orElseThrow(),
                "Post room",
                "127.20.9.3",
                0,
                1,
                0,
                Files.createTempDirectory("printer"))) {
            String id = office.desk
                    .post(
                            "/api/devices",
                            Map.of(
                                    "name",
                                    "Post room",
                                    "place",
                                    "Harbour office",
                                    "placeWhat",
                                    "",
                                    "address",
                                    "127.20.9.3:" + printer.port(),
                                    "signOutSeconds",
                                    60))
                    .ok()
                    .get("id");
            JsonNode abilities = office.desk.get("/api/devices/" + id).json().path("abilities");
            assertThat(abilities.path("makeAndModel").asString()).isEqualTo("Tansy P1");
            assertThat(abilities.path("prints").asBoolean()).isTrue();
            assertThat(abilities.path("feeder").asBoolean()).isFalse();
            assertThat(office.desk.get("/api/panels").text()).doesNotContain(id);
            assertThat(office.desk.get("/api/panels/" + id).text()).contains("job.no-scanner");
            String copy = office.desk
                    .post("/api/destinations", Map.of("name", "Post room", "kind", "PRINTER", "routeId", id))
                    .ok()
                    .get("id");
            office.goesTo(copy);
            String delivery = office.send(Stack.TIDE_TABLE);
            Waiting.until(() -> !printer.printed().isEmpty(), "it is printed");
            Waiting.until(
                    () -> office.desk
                            .get("/api/deliveries/" + delivery)
                            .json()
                            .path("row")
                            .path("state")
                            .asString()
                            .equals("ACCEPTED"),
                    "it is known to be printed");
            assertThat(printer.printed()).hasSize(1);
        }
    }

    /** What was asked is what the job has; what a device cannot do is said when it is set up, and by the device itself later. */
    @Test
    void copiesSidesColourAndStaplesAreAsTheDestinationSays(Office office) throws Exception {
        Path folder = Files.createTempDirectory("device");
        try (StandInDevice large = StandInDevice.start(
                        DeviceModel.named("Alder M60c").orElseThrow(), "Front", "127.20.9.42", 0, 1, 0, folder);
                StandInDevice small = StandInDevice.start(
                        DeviceModel.named("Tansy P1").orElseThrow(), "Post", "127.20.9.43", 0, 1, 0, folder)) {
            String front = office.device("Front", large);
            String copy = office.desk
                    .post("/api/destinations", copies("Two for the file", front, 2, "LONG_EDGE", "COLOUR", true))
                    .ok()
                    .get("id");
            office.goesTo(copy);
            String delivery = office.send(Stack.TIDE_TABLE);
            Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is printed");
            assertThat(large.printedAs()).containsExactly("2 two-sided-long-edge color staple");

            office.desk
                    .put("/api/destinations/" + copy, copies("Two for the file", front, 1, "AS_SET", "AS_SET", false))
                    .ok();
            String plain = office.send(Stack.TIDE_TABLE);
            Waiting.until(() -> office.state(plain).equals("ACCEPTED"), "it is printed");
            assertThat(large.printedAs()).last().isEqualTo("1 one-sided monochrome");

            String post = office.device("Post", small);
            Browser.Answer refused =
                    office.desk.post("/api/destinations", copies("Too much", post, 100, "SHORT_EDGE", "COLOUR", true));
            assertThat(refused.status()).isEqualTo(422);
            assertThat(refused.json().path("problems").findValuesAsString("field"))
                    .containsExactly("copies", "sides", "colour", "staple");
            assertThat(refused.text()).contains("Post does not print on both sides.");

            // Set up while it was away, so nobody could ask it.
            small.silent(true);
            String late = office.desk
                    .post("/api/destinations", copies("Both sides", post, 1, "SHORT_EDGE", "AS_SET", false))
                    .ok()
                    .get("id");
            small.silent(false);
            office.goesTo(late);
            String stopped = office.send(Stack.TIDE_TABLE);
            Waiting.until(() -> office.state(stopped).equals("STOPPED"), "the device has refused it");
            assertThat(office.desk.get("/api/deliveries/" + stopped).text())
                    .contains("The device cannot print as asked.");
            assertThat(small.printed()).isEmpty();
        }
    }

    private static Map<String, Object> copies(
            String name, String device, int copies, String sides, String colour, boolean staple) {
        return Map.of(
                "name",
                name,
                "kind",
                "PRINTER",
                "routeId",
                device,
                "settings",
                Map.of("copies", copies, "sides", sides, "colour", colour, "staple", staple));
    }

    private static HttpResponse<byte[]> post(Office office, byte[] body) throws Exception {
        URI uri = URI.create("http://127.20.9.1:" + office.device.port() + "/ipp/scan");
        HttpRequest request = HttpRequest.newBuilder(uri)
                .header("Content-Type", "application/ipp")
                .POST(HttpRequest.BodyPublishers.ofByteArray(body))
                .build();
        return HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofByteArray());
    }

    private static void attribute(DataOutputStream out, int tag, String name, String value) throws IOException {
        out.writeByte(tag);
        out.writeShort(name.length());
        out.writeBytes(name);
        out.writeShort(value.length());
        out.writeBytes(value);
    }

    private static void integer(DataOutputStream out, String name, int value) throws IOException {
        out.writeByte(0x21);
        out.writeShort(name.length());
        out.writeBytes(name);
        out.writeShort(4);
        out.writeInt(value);
    }
}
