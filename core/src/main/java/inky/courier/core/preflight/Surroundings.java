package inky.courier.core.preflight;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.message.Message;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * What preflight has to know that is no part of the set-up.
 *
 * @param now for what ends
 * @param people of the office
 * @param administrators accounts of the desk that may change everything
 * @param withSecret mail servers and destinations for which a password, key or token is kept
 * @param probes of mail servers and destinations that were ever tried
 * @param devices what each said that it can do
 * @param reading what this machine can do about text
 * @param directories why nobody could be taken from one the last time, in words; without those where all went well
 * @param notMade changes that were planned and could not be made at their time, in words
 */
public record Surroundings(
        Instant now,
        People people,
        int administrators,
        Set<UUID> withSecret,
        Map<UUID, Probe> probes,
        Map<UUID, DeviceAbilities> devices,
        Reading reading,
        List<Message> notMade,
        Map<UUID, Message> directories) {
    /** How many there are, and how many of them lack something. @param groups that somebody is in @param contacts in the address book beside them */
    public record People(int all, int withoutPin, int withoutMail, Set<String> groups, int contacts) {
        public People(int all, int withoutPin, int withoutMail) {
            this(all, withoutPin, withoutMail, Set.of(), 0);
        }
    }

    /** How a way out was when it was last tried. @param certificateUntil empty where it showed none */
    public record Probe(boolean passed, Optional<Instant> certificateUntil) {}

    /** @param languages of OCR, as Tesseract names them */
    public record Reading(Set<String> languages, boolean speech, boolean opus) {}

    DeviceAbilities abilities(UUID device) {
        return devices.getOrDefault(device, DeviceAbilities.UNKNOWN);
    }
}
