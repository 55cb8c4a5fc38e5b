package inky.courier.core.page;

import inky.courier.core.message.Message;

/**
 * Whether a side has nothing on it that a person would miss.
 *
 * @param reason what was found, as a message
 * @param inkMm2 area of what counts as content, in square millimetres
 */
public record Blankness(boolean blank, Message reason, double inkMm2) {}
