package inky.courier.core;

import inky.courier.core.message.Message;

/**
 * Something a person gave that cannot be used: where it is, what is wrong and what to do.
 *
 * @param code stable, lower case with dots, for programs
 * @param field the name of the field it concerns, or an empty text for the whole
 * @param sentence for a person, ends with a full stop
 * @param remedy what to do about it, ends with a full stop
 */
public record Problem(String code, String field, Message sentence, Message remedy) {
    /** One whose words stand under its code. */
    public static Problem of(String code, String field) {
        return new Problem(code, field, Message.of("problem." + code), Message.of("problem." + code + ".remedy"));
    }
}
