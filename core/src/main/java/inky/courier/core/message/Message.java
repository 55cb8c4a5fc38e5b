package inky.courier.core.message;

import java.util.HashMap;
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
        Map<String, Object> checked = new HashMap<>();
        arguments.forEach((name, value) -> checked.put(name, checked(name, value)));
        arguments = Map.copyOf(checked);
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

    /** Numbers of one kind each, so that what is kept and read again is equal to what was said. */
    private static Object checked(String name, Object value) {
        if (value instanceof Integer || value instanceof Long || value instanceof Short || value instanceof Byte) {
            return ((Number) value).longValue();
        }
        if (value instanceof Double || value instanceof Float) {
            return ((Number) value).doubleValue();
        }
        boolean known = value instanceof String
                || value instanceof Message
                || value instanceof List<?> list && list.stream().allMatch(Message.class::isInstance);
        if (!known) {
            throw new IllegalArgumentException("the argument " + name + " is " + value);
        }
        return value instanceof List<?> list ? List.copyOf(list) : value;
    }
}
