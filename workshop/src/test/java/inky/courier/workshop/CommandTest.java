package inky.courier.workshop;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class CommandTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    Path folder;

    private Path page;

    @BeforeEach
    void draw() throws IOException {
        BufferedImage image = new BufferedImage(1240, 1754, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, 1240, 1754);
        g.setColor(Color.BLACK);
        g.setFont(new Font(Font.SERIF, Font.PLAIN, 26));
        for (int y = 150; y < 1500; y += 38) {
            g.drawString("the ferry leaves the quay before the tide, as it has for years; pilots help", 120, y);
        }
        g.dispose();
        page = folder.resolve("page.png");
        ImageIO.write(image, "png", page.toFile());
    }

    private record Ran(int code, List<JsonNode> lines, String errors) {}

    private static Ran run(String... args) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream errors = new ByteArrayOutputStream();
        int code = Command.run(
                List.of(args),
                new PrintStream(out, true, StandardCharsets.UTF_8),
                new PrintStream(errors, true, StandardCharsets.UTF_8));
        List<JsonNode> lines =
                out.toString(StandardCharsets.UTF_8).lines().map(JSON::readTree).toList();
        return new Ran(code, lines, errors.toString(StandardCharsets.UTF_8));
    }

    @Test
    void analyseSaysWhatAPageIs() {
        JsonNode line = run("analyse", "--dpi", "150", page.toString()).lines.get(0);
        assertEquals("iso_a4_210x297mm", line.path("media").asString());
        assertEquals("bitonal", line.path("colour").asString());
        assertEquals(0, line.path("skewDegrees").asDouble(), 0.05);
        assertEquals(0, line.path("uprightDegrees").asInt());
        assertTrue(line.path("portrait").isNull());
    }

    @Test
    void makeWritesTheFilesOfTheExamples() throws IOException {
        Path example = Path.of("../docs/examples/forms-by-separator.json");
        Path out = folder.resolve("made");
        Ran made = run(
                "make",
                "--profile",
                example.toString(),
                "--out",
                out.toString(),
                "--dpi",
                "150",
                page.toString(),
                page.toString());
        assertEquals(0, made.code, made.errors);
        assertEquals("page.tif", made.lines.get(0).path("file").asString());
        assertEquals(2, made.lines.get(0).path("pages").asInt());
        assertTrue(made.lines.get(0).path("treated").toString().contains("stamped"));
        assertEquals(
                Files.size(out.resolve("page.tif")),
                made.lines.get(0).path("bytes").asLong());
        try (var files = Files.list(out)) {
            assertEquals(1, files.count(), "nothing of the making is left");
        }
        JsonNode again =
                run("analyse", out.resolve("page.tif").toString()).lines.get(1);
        assertEquals(150, again.path("dpi").asInt(), "the file says its resolution");
    }

    @Test
    void estimateSaysWhatFits() {
        JsonNode line = run(
                        "estimate",
                        "--profile",
                        "../docs/examples/searchable-archive.json",
                        "--media",
                        "iso_a4_210x297mm",
                        "--pages",
                        "50",
                        "--limit",
                        "1000000")
                .lines
                .get(0);
        assertTrue(line.path("bytesPerPage").path("p10").asLong()
                < line.path("bytesPerPage").path("p90").asLong());
        assertEquals(false, line.path("fits").asBoolean());
        assertTrue(line.path("pagesThatFit").asInt() < 50);
    }

    @Test
    void nameSaysTheNameAndWhatHadToChange() throws IOException {
        Path values = folder.resolve("v.json");
        Files.writeString(values, "{\"at\":\"2026-11-25T09:30:00Z\",\"job\":\"Berth: 4/5\",\"counter\":7}");
        JsonNode smb = run(
                        "name",
                        "--template",
                        "{date:yyyy-MM-dd} {job} {counter:3}",
                        "--values",
                        values.toString(),
                        "--for",
                        "smb")
                .lines
                .get(0);
        assertEquals("2026-11-25 Berth. 4-5 007.pdf", smb.path("name").asString());
        Ran wrong = run("name", "--template", "{jub}", "--values", values.toString(), "--for", "smb");
        assertEquals(2, wrong.code);
        assertTrue(wrong.errors.contains("Characters 1 to 5"), wrong.errors);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "paint page.png",
                "analyse",
                "analyse missing.png",
                "analyse --dpi 20 page.png",
                "analyse --dpi",
                "analyse --size 3 page.png",
                "make --profile none.json --out x page.png",
                "estimate --profile ../docs/examples/crew-card.json --media a4 --pages 1",
                "estimate --profile ../docs/examples/crew-card.json --media iso_a4_210x297mm --pages 0",
                "name --template x --values none.json --for cloud",
            })
    void whatIsGivenWrongEndsWithTwoAndAMessage(String line) {
        String[] args = line.isEmpty() ? new String[0] : line.split(" ");
        for (int i = 0; i < args.length; i++) {
            args[i] = args[i].equals("page.png") ? page.toString() : args[i];
        }
        Ran ran = run(args);
        assertEquals(2, ran.code, ran.errors);
        assertTrue(ran.errors.length() > 20 && !ran.errors.contains("Exception"), ran.errors);
    }

    @Test
    void whatIsNoImageIsSaid() throws IOException {
        Path text = folder.resolve("notes.png");
        Files.writeString(text, "no picture at all");
        Ran ran = run("analyse", "--dpi", "200", text.toString());
        assertEquals(2, ran.code);
        assertTrue(ran.errors.contains("notes.png cannot be read. Use PNG, JPEG"), ran.errors);
    }
}
