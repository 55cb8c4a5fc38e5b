package inky.courier.core.mail;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a mail server answered: RFC 5321 section 4.2, with the enhanced status code of RFC 3463 where it has one.
 *
 * @param code 200 to 599
 * @param enhanced for example 5.7.8
 * @param words the text without codes, lines joined by a space
 */
public record SmtpReply(int code, Optional<String> enhanced, String words) {
    private static final Pattern LINE =
            Pattern.compile("([2-5]\\d\\d)(?:[ -](?:([245]\\.\\d{1,3}\\.\\d{1,3})(?:\\s|$))?(.*))?");

    /** Reads the lines of one reply; empty when they are none. */
    public static Optional<SmtpReply> parse(List<String> lines) {
        int code = 0;
        Optional<String> enhanced = Optional.empty();
        StringBuilder words = new StringBuilder();
        for (String line : lines) {
            Matcher matcher = LINE.matcher(line);
            if (!matcher.matches()) {
                return Optional.empty();
            }
            code = Integer.parseInt(matcher.group(1));
            if (matcher.group(2) != null) {
                enhanced = Optional.of(matcher.group(2));
            }
            String text = matcher.group(3) == null ? "" : matcher.group(3).strip();
            words.append(words.isEmpty() || text.isEmpty() ? "" : " ").append(text);
        }
        return code == 0 ? Optional.empty() : Optional.of(new SmtpReply(code, enhanced, words.toString()));
    }

    /** Reads a reply given as one text, for example from an exception of a mail library. */
    public static Optional<SmtpReply> parse(String text) {
        return parse(text == null ? List.of() : text.strip().lines().toList());
    }

    public boolean isPositive() {
        return code < 400;
    }

    /** "535 5.7.8 Authentication credentials invalid". */
    public String line() {
        return (code + enhanced.map(e -> " " + e).orElse("") + " " + words).strip();
    }
}
