package inky.courier.destination;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.Field;
import inky.courier.core.message.Message;
import inky.courier.web.Json;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;

/**
 * A kind of destination, with all that a form needs to be drawn.
 *
 * @param through what it goes through that is set up apart; absent for none
 * @param usual settings of a new one
 */
record KindView(
        DestinationKind kind,
        DestinationKind.Family family,
        @Nullable DestinationKind.Through through,
        Message words,
        Message does,
        List<FieldView> fields,
        Map<String, Object> usual) {
    /** As {@link Field}, with its words. */
    record FieldView(
            String name,
            Field.Type type,
            @Nullable String step,
            Message label,
            @Nullable Message hint,
            @Nullable Message example,
            List<Choice> choices,
            List<Field.Condition> conditions,
            boolean half) {
        static FieldView of(Field field) {
            return new FieldView(
                    field.name(),
                    field.type(),
                    field.step().orElse(null),
                    field.label(),
                    field.hint().orElse(null),
                    field.example().orElse(null),
                    field.choices().stream()
                            .map(value -> new Choice(value, field.words(value)))
                            .toList(),
                    field.conditions(),
                    field.half());
        }
    }

    record Choice(String value, Message words) {}

    static KindView of(DestinationKind kind) {
        return new KindView(
                kind,
                kind.family(),
                kind.through().orElse(null),
                kind.words(),
                kind.does(),
                kind.fields().stream().map(FieldView::of).toList(),
                Json.map(kind.usual()));
    }
}
