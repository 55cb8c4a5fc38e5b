package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.message.Catalogue;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.core.office.ItemKind;
import inky.courier.web.MessageColumn;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Words stand in the catalogues and nowhere else, and each that stands there is said somewhere. */
class MessagesTest {
    /** Codes that are put together: of a constant's name, or of what a far side says. */
    private static final Pattern FAMILY = Pattern.compile(
            "(cause|step|destination)\\.[a-z-]+\\..*|destination\\..*|page\\.(mark|kind)\\..*|device\\.(reason|field)\\..*|report\\.(by|head|chart)\\..*|help\\.step\\..*"
                    + "|profile\\.(colour|sides|source|file|tidy|gives-up)\\..*|names\\.(repeat|taken|situation|group|field|option)\\..*|problem\\.template\\..*|problem\\.not-found\\..*|problem\\.pin\\.guessable\\..*|setting\\..*|alert-rule\\.[A-Z_]+(\\.explained)?|set-up\\.part\\..*|ready-made\\..*|problem\\.panel\\.(answer-[a-z]+|file-name|subject|passcode)(\\.remedy)?|problem\\.(profile|set-up)\\.(setting|language)");

    private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\]|\\\\.)*)\"");
    private static final Pattern SAID = Pattern.compile(
            "(Message|Invalid|Problem|Finding|DeviceTrouble|Refusal)\\.of\\(\\s*(?:HttpStatus\\.[A-Z_]+,\\s*)?\"([a-zA-Z0-9.-]+)\"\\s*[,)]");

    /** A sentence: a capital, words, and an end. */
    private static final Pattern SENTENCE = Pattern.compile("[A-Z][^\"/]* [^\"/]*[a-z][.?!]");

    /** For whoever runs Courier, and for its makers. */
    private static final Pattern NOT_FOR_READERS = Pattern.compile(
            "LOG\\.|(IllegalState|IllegalArgument|UnsupportedOperation|Certificate)Exception\\(|^\\s*(\\*|//|/\\*)");

    private static final Set<String> FOR_OPERATORS =
            Set.of("AdminCommand.java", "SetUpCommand.java", "OfficeMetrics.java");

    private static final Map<Path, String> SOURCES = sources();

    private static Map<Path, String> sources() {
        Map<Path, String> all = new TreeMap<>();
        for (String root : List.of("../core/src/main/java", "src/main/java")) {
            try (Stream<Path> files = Files.walk(Path.of(root))) {
                for (Path file :
                        files.filter(f -> f.toString().endsWith(".java")).toList()) {
                    all.put(file, Files.readString(file));
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return all;
    }

    @Test
    void whatIsSaidHasWords() {
        Set<String> missing = new TreeSet<>();
        Map<String, String> english = Catalogue.of(Languages.FIRST);
        SOURCES.forEach((file, text) -> {
            Matcher said = SAID.matcher(text);
            while (said.find()) {
                for (String code : codes(said.group(1), said.group(2))) {
                    String pattern = english.get(code);
                    boolean filled = pattern == null || said.group(1).matches("Message|Finding");
                    if (pattern == null
                            || !filled && !Catalogue.arguments(pattern).isEmpty()) {
                        missing.add(code + " in " + file.getFileName());
                    }
                }
            }
        });
        assertThat(missing).isEmpty();
    }

    private static List<String> codes(String type, String code) {
        return switch (type) {
            case "Message" -> List.of(code);
            case "Finding" -> List.of(code, code + ".remedy");
            case "DeviceTrouble" -> List.of("trouble." + code, "trouble." + code + ".remedy");
            default -> List.of("problem." + code, "problem." + code + ".remedy");
        };
    }

    private static final Pattern NOT_FOUND = Pattern.compile("notFound\\(\"([a-z ]+)\"\\)");

    @Test
    void whatIsNotThereHasASentenceOfItsOwn() {
        Set<String> things = new TreeSet<>();
        SOURCES.values().forEach(text -> NOT_FOUND.matcher(text).results().forEach(m -> things.add(m.group(1))));
        Stream.of(ItemKind.values()).forEach(kind -> things.add(kind.words()));
        assertThat(things).hasSizeGreaterThan(20);
        assertThat(Catalogue.of(Languages.FIRST).keySet())
                .containsAll(things.stream()
                        .map(thing -> "problem.not-found." + thing.replace(' ', '-'))
                        .toList());
    }

    @Test
    void whatHasWordsIsSaid() {
        Set<String> literals = new TreeSet<>();
        SOURCES.values().forEach(text -> LITERAL.matcher(text).results().forEach(m -> literals.add(m.group(1))));
        Set<String> unused = new TreeSet<>(Catalogue.of(Languages.FIRST).keySet());
        unused.removeAll(Catalogue.area(Languages.FIRST, "panel").keySet());
        unused.removeIf(code -> FAMILY.matcher(code).matches()
                || Stream.of(code, code.replaceFirst("\\.remedy$", ""))
                        .anyMatch(c -> literals.contains(c)
                                || literals.contains(c.replaceFirst("^(problem|trouble)\\.", ""))));
        assertThat(unused).isEmpty();
    }

    @Test
    void noSentenceStandsInTheCode() {
        Set<String> sentences = new TreeSet<>();
        SOURCES.forEach((file, text) -> {
            String path = file.toString();
            if (path.contains("/demo/")
                    || FOR_OPERATORS.contains(file.getFileName().toString())) {
                return;
            }
            text.lines().filter(line -> !NOT_FOR_READERS.matcher(line).find()).forEach(line -> {
                Matcher literal = LITERAL.matcher(line);
                while (literal.find()) {
                    if (SENTENCE.matcher(literal.group(1)).matches()) {
                        sentences.add(file.getFileName() + ": " + literal.group(1));
                    }
                }
            });
        });
        assertThat(sentences).isEmpty();
    }

    @Test
    void whatIsKeptInAColumnComesBackAsItWas() {
        Message nested = Message.of("device.silent.hours")
                .with("n", 3)
                .with("then", Message.list(List.of(Message.of("device.ready"), Message.text("{odd} \"words\""))));
        Message scale = Message.of("page.done.margins").with("mm", 2.5);
        Message whole = Message.of("page.done.margins").with("mm", 3.0);
        for (Message kept : List.of(
                nested,
                scale,
                whole,
                Message.of("delivery.given-up").with("days", 4L),
                Message.none(),
                Message.text("250 2.0.0 Accepted"),
                Message.text("{\"code\":\"device.ready\"}"),
                nested.and(scale))) {
            Message read = MessageColumn.read(MessageColumn.write(kept));
            assertThat(read).isEqualTo(kept);
            assertThat(read.toString()).isEqualTo(kept.toString());
        }
        assertThat(MessageColumn.read("The recipient's mailbox is full.").toString())
                .as("what was written before messages were data")
                .isEqualTo("The recipient's mailbox is full.");
        assertThat(MessageColumn.write(nested))
                .as("the same every time, as what failed alike is grouped by it")
                .isEqualTo(MessageColumn.write(MessageColumn.read(MessageColumn.write(nested))));
    }
}
