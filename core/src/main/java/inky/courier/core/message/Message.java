package inky.courier.core.message;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/**
 * Something that is said to a person, apart from the language it is said in. It can be kept and compared; its words come from
 * {@link Catalogue} when it is shown.
 *
 * @param code of its words in the catalogues
 * @param arguments by name: texts, numbers, other messages, and lists of these
 */
public record Message(String code, Map<String, Object> arguments) {
    /** Its one argument is said as it is: what others wrote, or what was kept before messages were data. */
    public static final String TEXT = "text";

    /** Its one argument is a list, said as one. */
    public static final String LIST = "list";

    /** Two sentences, one after the other. */
    private static final String BOTH = "both";

    private static final Message NONE = new Message(TEXT, Map.of("text", ""));

    public Message {
        arguments.forEach(Message::check);
        arguments = Map.copyOf(arguments);
    }

    /** A message without arguments; {@link #with} adds them. */
    public static Message of(String code) {
        return new Message(code, Map.of());
    }

    /** Words that are no catalogue's: a far side's, a person's. */
    public static Message text(String text) {
        return text.isEmpty() ? NONE : new Message(TEXT, Map.of("text", text));
    }

    public static Message none() {
        return NONE;
    }

    public static Message list(List<Message> parts) {
        return new Message(LIST, Map.of("parts", List.copyOf(parts)));
    }

    public Message with(String name, Object value) {
        Map<String, Object> more = new TreeMap<>(arguments);
        more.put(name, value);
        return new Message(code, more);
    }

    /** Another sentence after this one. */
    public Message and(Message more) {
        return isEmpty()
                ? more
                : more.isEmpty() ? this : of(BOTH).with("first", this).with("second", more);
    }

    public boolean isEmpty() {
        return equals(NONE);
    }

    public String in(Locale language) {
        return Catalogue.words(this, language);
    }

    /** In English, for logs and exceptions; a person is shown {@link #in}. */
    @Override
    public String toString() {
        return in(Locale.ENGLISH);
    }

    private static void check(String name, Object value) {
        boolean known = value instanceof String
                || value instanceof Number
                || value instanceof Message
                || value instanceof List<?> list && list.stream().allMatch(Message.class::isInstance);
        if (!known) {
            throw new IllegalArgumentException("the argument " + name + " is a " + value.getClass());
        }
    }
}
