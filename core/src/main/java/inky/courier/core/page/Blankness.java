package inky.courier.core.page;

/**
 * Whether a side has nothing on it that a person would miss.
 *
 * @param reason what was found, in words and numbers
 * @param inkMm2 area of what counts as content, in square millimetres
 */
public record Blankness(boolean blank, String reason, double inkMm2) {}
