package inky.courier.core.naming;

import inky.courier.core.message.Message;
import inky.courier.core.naming.NameTemplate.Literal;
import inky.courier.core.naming.NameTemplate.Part;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;

/** Reads a template, or says where it is wrong and what to write instead. */
public final class TemplateParser {
    /** What the text becomes; only a mail's body may have several lines, and a stamp is printed before there are files. */
    public enum Use {
        FILE_NAME(200),
        SUBJECT(200),
        BODY(4000),
        STAMP(80);

        private final int longest;

        Use(int longest) {
            this.longest = longest;
        }
    }

    /** What came of reading. */
    public sealed interface Parsed {}

    public record Valid(NameTemplate template) implements Parsed {}

    public record Faulty(List<Fault> faults) implements Parsed {}

    /** What is wrong at the characters from {@code start} up to {@code end} (UTF-16 indexes). */
    public record Fault(String code, int start, int end, Message sentence, Message remedy) {}

    private final String text;
    private final Use use;
    private final List<Part> parts = new ArrayList<>();
    private final List<Fault> faults = new ArrayList<>();

    private TemplateParser(String text, Use use) {
        this.text = text;
        this.use = use;
    }

    public static Parsed parse(String text, Use use) {
        return new TemplateParser(text, use).read();
    }

    private Parsed read() {
        if (text.isBlank() && use != Use.BODY) {
            fault(
                    "template.empty",
                    0,
                    text.length(),
                    Message.of("problem.template.empty"),
                    Message.of("problem.template.empty.remedy"));
        }
        if (text.length() > use.longest) {
            fault(
                    "template.long",
                    use.longest,
                    text.length(),
                    Message.of("problem.template.long").with("n", use.longest),
                    Message.of("problem.template.long.remedy"));
        }
        int at = 0;
        while (at < text.length()) {
            at = readPart(at);
        }
        return faults.isEmpty()
                ? new Valid(new NameTemplate(text, List.copyOf(parts)))
                : new Faulty(List.copyOf(faults));
    }

    private int readPart(int start) {
        char first = text.charAt(start);
        if (first == '{' && !text.startsWith("{{", start)) {
            return readField(start);
        }
        if (first == '}' && !text.startsWith("}}", start)) {
            fault(
                    "template.brace",
                    start,
                    start + 1,
                    Message.of("problem.template.brace"),
                    Message.of("problem.template.brace.remedy"));
            return start + 1;
        }
        StringBuilder words = new StringBuilder();
        int at = start;
        while (at < text.length()) {
            char c = text.charAt(at);
            boolean brace = c == '{' || c == '}';
            boolean twice = brace && at + 1 < text.length() && text.charAt(at + 1) == c;
            if (brace && !twice) {
                break;
            }
            if (PlainText.isUnseen(c) && !(use == Use.BODY && (c == '\n' || c == '\r' || c == '\t'))) {
                fault(
                        "template.control",
                        at,
                        at + 1,
                        Message.of("problem.template.control"),
                        Message.of("problem.template.control.remedy"));
            }
            words.append(c);
            at += twice ? 2 : 1;
        }
        parts.add(new Literal(words.toString(), start, at));
        return at;
    }

    private int readField(int start) {
        int close = text.indexOf('}', start);
        int nextOpen = text.indexOf('{', start + 1);
        if (close < 0 || nextOpen >= 0 && nextOpen < close) {
            int end = nextOpen >= 0 && (close < 0 || nextOpen < close) ? nextOpen : text.length();
            fault(
                    "template.open",
                    start,
                    end,
                    Message.of("problem.template.open"),
                    Message.of("problem.template.open.remedy"));
            return end;
        }
        FieldReader field = new FieldReader(text, use, start, close, faults);
        field.read().ifPresent(parts::add);
        return close + 1;
    }

    private void fault(String code, int start, int end, Message sentence, Message remedy) {
        faults.add(new Fault(code, start, end, sentence, remedy));
    }
}
