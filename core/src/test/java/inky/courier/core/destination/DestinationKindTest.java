package inky.courier.core.destination;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.message.Catalogue;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import java.lang.reflect.RecordComponent;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Every kind can be drawn as a form, and every setting can be entered. */
class DestinationKindTest {
    /** Entered beside the settings: sealed, or a reference. */
    private static final Set<String> BESIDE = Set.of("secret", "ownerId");

    private static final Set<Type> NOT_ENTERED = Set.of(Type.NOTE, Type.WARNING);

    private static final Map<String, String> ENGLISH = Catalogue.of(Languages.FIRST);

    @ParameterizedTest
    @EnumSource
    void whatAFormShowsIsInTheSettingsAndHasWords(DestinationKind kind) {
        Set<String> settings = parts(kind.settingsType(), "");
        for (Field field : kind.fields()) {
            boolean inSettings = !NOT_ENTERED.contains(field.type()) && !BESIDE.contains(field.name());
            assertTrue(!inSettings || settings.contains(field.name()), kind + " " + field.name());
            field.conditions().forEach(c -> assertTrue(settings.contains(c.field()), kind + " " + c.field()));
            hasWords(field.label());
            field.choices().forEach(choice -> hasWords(field.words(choice)));
        }
        hasWords(kind.words());
        hasWords(kind.does());
    }

    private static void hasWords(Message message) {
        assertTrue(ENGLISH.containsKey(message.code()), message.code());
    }

    @Test
    void everySettingCanBeEnteredSomewhere() {
        Set<String> wanted = new TreeSet<>();
        Set<String> entered = new TreeSet<>();
        for (DestinationKind kind : DestinationKind.values()) {
            wanted.addAll(parts(kind.settingsType(), ""));
            kind.fields().forEach(field -> entered.add(field.name()));
        }
        wanted.removeAll(entered);
        assertEquals(Set.of(), wanted);
    }

    @Test
    void noWordsOfAFormAreLeftOver() {
        Set<String> used = Stream.of(DestinationKind.values())
                .flatMap(kind -> kind.fields().stream())
                .flatMap(DestinationKindTest::words)
                .map(Message::code)
                .collect(Collectors.toSet());
        List<String> labels = ENGLISH.keySet().stream()
                .filter(code -> code.startsWith("destination.field.") && !used.contains(code))
                .toList();
        assertEquals(List.of(), labels);
    }

    private static Stream<Message> words(Field field) {
        Stream<Message> choices = field.choices().stream().map(field::words);
        Stream<Message> said = Stream.of(Optional.of(field.label()), field.hint(), field.example())
                .flatMap(Optional::stream);
        return Stream.concat(said, choices);
    }

    /** A new one lacks only what nobody but the administrator knows. */
    @ParameterizedTest
    @EnumSource
    void whatIsUsualIsAcceptedButForWhatNobodyElseKnows(DestinationKind kind) {
        Set<String> missing = new TreeSet<>();
        try {
            kind.check(kind.usual());
        } catch (Invalid invalid) {
            invalid.problems().forEach(problem -> missing.add(problem.field()));
        }
        missing.removeAll(Set.of("host", "share", "recipients", "consent.codes", "consent.tokens", "consent.clientId"));
        assertEquals(Set.of(), missing);
    }

    /** Leaves by their whole names; a record in a record is entered part by part. */
    private static Set<String> parts(Class<?> type, String before) {
        Set<String> parts = new TreeSet<>();
        for (RecordComponent part : type.getRecordComponents()) {
            if (part.getType().isRecord()) {
                parts.addAll(parts(part.getType(), before + part.getName() + "."));
            } else {
                parts.add(before + part.getName());
            }
        }
        return parts;
    }
}
