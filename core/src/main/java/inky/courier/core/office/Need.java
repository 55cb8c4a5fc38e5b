package inky.courier.core.office;

/**
 * That an item does not work without another one.
 *
 * @param field of the item's form in which the other one is chosen
 */
public record Need(Reference what, String field) {}
