package inky.courier.web;

import java.util.List;

/**
 * A part of a long list.
 *
 * @param rows as wanted
 * @param total rows that there are
 * @param attention how many of them need a person
 * @param fitting how many fit what was wanted; {@code rows} is a part of them
 */
public record ListPart<T>(List<T> rows, int total, int attention, int fitting) {}
