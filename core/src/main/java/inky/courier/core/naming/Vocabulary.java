package inky.courier.core.naming;

import inky.courier.core.message.Message;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** What can be written in a template, as an editor offers it. */
public final class Vocabulary {
    /**
     * @param group that it stands under: "when", "who", "where", "what", "count"
     * @param written between braces, or after a comma, with a usual format
     * @param words what it gives
     */
    public record Word(Message group, String written, Message words) {}

    private static final Pattern KEY = Pattern.compile("[a-z][a-z0-9-]{0,29}");

    private Vocabulary() {}

    /** Whether a question or a zone can be called so, which is then {@code {answer.berth}} or {@code {zone.berth}}. */
    public static boolean isKey(String word) {
        return KEY.matcher(word).matches();
    }

    /** The answer to a question of some job, as an editor offers it. @param label of the question */
    public static Word answer(String key, String label) {
        return new Word(Message.of("names.group.what"), FieldSource.Book.ANSWER.begins() + key, Message.text(label));
    }

    /** The text of a zone of some job's pages, as an editor offers it. */
    public static Word zone(String key) {
        return new Word(
                Message.of("names.group.what"),
                FieldSource.Book.ZONE.begins() + key,
                Message.of("names.field.zone").with("key", key));
    }

    /** Fields, without braces. */
    public static List<Word> fields(TemplateParser.Use use) {
        List<String> there = FieldReader.fields(use);
        return all().filter(word -> there.contains(name(word.written))).toList();
    }

    private static Stream<Word> all() {
        return Stream.of(
                field("when", "date:yyyy-MM-dd"),
                field("when", "time:HHmmss"),
                field("when", "week"),
                field("who", "person.name"),
                field("who", "person.login"),
                field("who", "person.mail"),
                field("who", "person.group"),
                field("where", "device.name"),
                field("where", "device.place"),
                field("what", "job"),
                field("what", "profile"),
                field("what", "kind"),
                field("what", "page"),
                field("what", "pages"),
                field("what", "separator"),
                field("what", "barcode"),
                field("count", "counter:4 per day"),
                field("count", "counter:3 per job per year"),
                field("count", "file.number"),
                field("count", "file.count"),
                field("count", "random:4"));
    }

    /** Options, which stand after a field and a comma. */
    public static List<Word> options() {
        return Stream.of(
                        option("else \"none\""),
                        option("prefix \" - \""),
                        option("suffix \"_\""),
                        option("first 12"),
                        option("last 4"),
                        option("lowercase"),
                        option("uppercase"),
                        option("titlecase"),
                        option("replace \" \" with \"_\""),
                        option("ascii"),
                        option("pad 3"),
                        option("trim"))
                .toList();
    }

    private static Word field(String group, String written) {
        return word(group, written, "names.field.");
    }

    private static Word option(String written) {
        return word("option", written, "names.option.");
    }

    private static Word word(String group, String written, String family) {
        return new Word(Message.of("names.group." + group), written, Message.of(family + name(written)));
    }

    private static String name(String written) {
        return written.split("[: ]", 2)[0];
    }
}
