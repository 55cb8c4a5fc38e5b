package inky.courier.core;

/**
 * Something a person gave that cannot be used: where it is, what is wrong and what to do.
 *
 * @param code stable, lower case with dots, for programs
 * @param field the name of the field it concerns, or an empty text for the whole
 * @param sentence for a person, ends with a full stop
 * @param remedy what to do about it, ends with a full stop
 */
public record Problem(String code, String field, String sentence, String remedy) {}
