package inky.courier.delivery;

import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * What a person has chosen at the device, by destination.
 *
 * @param recipients mail addresses
 * @param folders below the destination's own, names with slashes between
 */
public record Choices(Map<UUID, List<String>> recipients, Map<UUID, String> folders) {
    public static final Choices NONE = new Choices(Map.of(), Map.of());
}
