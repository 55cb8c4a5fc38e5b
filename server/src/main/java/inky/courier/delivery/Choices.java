package inky.courier.delivery;

import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * What a person has chosen at the device.
 *
 * @param recipients mail addresses, by destination
 * @param folders below the destination's own, names with slashes between, by destination
 * @param copies further addresses for every mail
 * @param subject of its mails, a template; empty for the job's
 * @param answers to the job's questions, by their keys
 * @param places which of the person's own folders, by destination
 */
public record Choices(
        Map<UUID, List<String>> recipients,
        Map<UUID, String> folders,
        List<String> copies,
        String subject,
        Map<String, String> answers,
        Map<UUID, UUID> places) {
    public Choices(
            Map<UUID, List<String>> recipients,
            Map<UUID, String> folders,
            List<String> copies,
            String subject,
            Map<String, String> answers) {
        this(recipients, folders, copies, subject, answers, Map.of());
    }

    public static final Choices NONE = new Choices(Map.of(), Map.of(), List.of(), "", Map.of());
}
