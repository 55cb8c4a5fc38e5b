package inky.courier.core.destination;

import inky.courier.core.message.Catalogue;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * One setting of a destination as a form shows it. Forms are drawn from these, so that a kind of destination needs no form of its
 * own.
 *
 * @param name of the setting in its settings; with a dot for a part of a part
 * @param words code of its words in the catalogue, below {@code destination.field.}
 * @param step of the probe that tries it; empty where nothing does
 * @param choices values to choose from; empty for other types
 * @param conditions all of which hold where it is shown
 * @param half whether it stands beside the next one
 */
public record Field(
        String name,
        Type type,
        String words,
        Optional<String> step,
        List<String> choices,
        List<Condition> conditions,
        boolean half) {
    /** How it is entered. */
    public enum Type {
        /** A line of code: an address, a path, an account. */
        CODE,
        /** A line of code with fields of a scan, as file names have them. */
        TEMPLATE,
        /** Several lines, each a value of its own. */
        LINES,
        NUMBER,
        TICK,
        /** A choice between no and yes, each with words of its own. */
        SWITCH,
        CHOICE,
        /** Kept sealed, never shown again. */
        PASSWORD,
        /** As a password, of several lines. */
        PRIVATE_KEY,
        /** As a password that may be taken away. */
        CLIENT_SECRET,
        /** Filled by trusting what the probe saw. */
        FINGERPRINT,
        /** A person of the office. */
        PERSON,
        /** Nothing to enter: something to know. */
        NOTE,
        WARNING
    }

    /** Shown where another setting's value, as text, matches. @param pattern a regular expression that Java and ECMAScript read alike */
    public record Condition(String field, String pattern) {}

    static Field of(String name, Type type) {
        return new Field(name, type, code(name), Optional.empty(), List.of(), List.of(), false);
    }

    static Field choice(String name, Enum<?>... values) {
        return new Field(
                name,
                Type.CHOICE,
                code(name),
                Optional.empty(),
                Arrays.stream(values).map(Enum::name).toList(),
                List.of(),
                false);
    }

    /** A choice between no and yes, each with words of its own. */
    static Field either(String name) {
        return new Field(name, Type.SWITCH, code(name), Optional.empty(), List.of("false", "true"), List.of(), false);
    }

    static Field note(String words) {
        return of(words, Type.NOTE);
    }

    static Field warning(String words) {
        return of(words, Type.WARNING);
    }

    Field called(String code) {
        return new Field(name, type, code, step, choices, conditions, half);
    }

    Field at(String probeStep) {
        return new Field(name, type, words, Optional.of(probeStep), choices, conditions, half);
    }

    Field when(String field, String pattern) {
        List<Condition> all = new ArrayList<>(conditions);
        all.add(new Condition(field, pattern));
        return new Field(name, type, words, step, choices, all, half);
    }

    /** Beside the next one. */
    Field beside() {
        return new Field(name, type, words, step, choices, conditions, true);
    }

    public Message label() {
        return Message.of("destination.field." + words);
    }

    /** What stands below it; none where there is nothing to say. */
    public Optional<Message> hint() {
        return said(".hint");
    }

    /** What an empty one shows. */
    public Optional<Message> example() {
        return said(".example");
    }

    /** What one of its choices is called. */
    public Message words(String choice) {
        return Message.of("destination.field." + words + "."
                + choice.toLowerCase(Locale.ROOT).replace('_', '-'));
    }

    private Optional<Message> said(String part) {
        String code = "destination.field." + words + part;
        return Catalogue.of(Languages.FIRST).containsKey(code) ? Optional.of(Message.of(code)) : Optional.empty();
    }

    private static String code(String name) {
        return name.replaceAll("([A-Z])", "-$1").toLowerCase(Locale.ROOT);
    }
}
