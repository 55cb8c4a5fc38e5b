package inky.courier.device;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceAccess;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceDetails;
import inky.courier.core.fleet.DeviceFirmware;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.core.fleet.DeviceWishes;
import inky.courier.core.fleet.LookPause;
import inky.courier.core.fleet.SupplyForecast;
import inky.courier.core.message.Message;
import inky.courier.core.office.DeviceItem;
import inky.courier.setup.ItemRow;
import inky.courier.web.Json;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalTime;
import java.util.Map;
import java.util.UUID;
import org.hibernate.annotations.OptimisticLock;
import tools.jackson.core.type.TypeReference;

@Entity
class Device implements ItemRow<DeviceItem> {
    @Id
    UUID id;

    @Version
    Long version;

    String name;
    String place;
    String placeWhat;
    String address;
    int port;

    // What the device says of itself changes all the time; nobody's change of the set-up is refused for that.
    @OptimisticLock(excluded = true)
    String abilities;

    @OptimisticLock(excluded = true)
    String supplies;

    /** When supplies will be out, as reckoned when what is left of them was last kept. */
    @OptimisticLock(excluded = true)
    String forecasts;

    /** What it told by SNMP when it last answered. */
    @OptimisticLock(excluded = true)
    String details;

    /** Null where it does not answer by SNMP. */
    @OptimisticLock(excluded = true)
    Instant detailsAt;

    /** What it says that it keeps itself. */
    @OptimisticLock(excluded = true)
    String settings;

    /** What it says of its firmware. */
    @OptimisticLock(excluded = true)
    String firmware;

    /** Until then it may be away because its firmware is updated; null where Courier has begun no update. */
    @OptimisticLock(excluded = true)
    Instant updatingUntil;

    /** Of the certificate that it showed last; null where its line is open. */
    @OptimisticLock(excluded = true)
    Instant certificateEnds;

    @OptimisticLock(excluded = true)
    String standInUri;

    /** Below which its stick and its shelf are reached; null when it has neither. */
    @OptimisticLock(excluded = true)
    String storageUri;

    @OptimisticLock(excluded = true)
    @Enumerated(EnumType.STRING)
    DeviceCondition.State condition;

    @OptimisticLock(excluded = true)
    Message conditionWords;

    @OptimisticLock(excluded = true)
    Instant seenAt;

    @OptimisticLock(excluded = true)
    Instant nextLookAt;

    /** How often in a row it did not answer. */
    @OptimisticLock(excluded = true)
    int unanswered;

    /** Somebody scans there, or has just begun to; null where nobody has. */
    @OptimisticLock(excluded = true)
    Instant inUseUntil;

    int signOutSeconds;
    String language = "";

    @Enumerated(EnumType.STRING)
    DeviceProtocol protocol = DeviceProtocol.IPP;

    boolean encrypted;
    String fingerprint = "";
    String account = "";

    /** What it is to keep itself. */
    String wishes;

    /** Of that account, sealed; null for none. */
    byte[] secret;

    Instant createdAt;

    /** One that has not been asked yet. */
    static Device of(UUID id, Instant now) {
        Device device = new Device();
        device.id = id;
        device.createdAt = now;
        device.nextLookAt = now;
        device.abilities = Json.write(DeviceAbilities.UNKNOWN);
        device.supplies = Json.write(DeviceSupplies.UNKNOWN);
        device.forecasts = "{}";
        device.details = Json.write(DeviceDetails.NONE);
        device.settings = Json.write(DeviceSettings.UNKNOWN);
        device.firmware = Json.write(DeviceFirmware.UNKNOWN);
        device.wishes = Json.write(DeviceWishes.NONE);
        device.take(DeviceCondition.UNREACHABLE);
        return device;
    }

    @Override
    public DeviceItem item() {
        return new DeviceItem(
                id, name, place, placeWhat, address, port, signOutSeconds, language, protocol, access(), wishes());
    }

    @Override
    public void take(DeviceItem item) {
        name = item.name();
        place = item.place();
        placeWhat = item.placeWhat();
        address = item.host();
        port = item.port();
        signOutSeconds = item.signOutSeconds();
        language = item.language();
        protocol = item.protocol();
        encrypted = item.access().encrypted();
        fingerprint = item.access().fingerprint();
        account = item.access().account();
        wishes = Json.write(item.wishes());
    }

    @Override
    public Map<String, byte[]> secrets() {
        return secret == null ? Map.of() : Map.of(DeviceTable.PASSWORD, secret);
    }

    @Override
    public void keepSecrets(Map<String, byte[]> sealed) {
        byte[] password = sealed.get(DeviceTable.PASSWORD);
        secret = password == null || password.length == 0 ? null : password;
    }

    DeviceAccess access() {
        return new DeviceAccess(encrypted, fingerprint, account);
    }

    DeviceAbilities abilities() {
        return Json.read(abilities, DeviceAbilities.class);
    }

    DeviceSupplies supplies() {
        return Json.read(supplies, DeviceSupplies.class);
    }

    DeviceDetails details() {
        return Json.read(details, DeviceDetails.class);
    }

    DeviceSettings settings() {
        return Json.read(settings, DeviceSettings.class);
    }

    DeviceFirmware firmware() {
        return Json.read(firmware, DeviceFirmware.class);
    }

    boolean mayBeUpdating(Instant now) {
        return updatingUntil != null && now.isBefore(updatingUntil);
    }

    DeviceWishes wishes() {
        return Json.read(wishes, DeviceWishes.class);
    }

    Map<String, SupplyForecast> forecasts() {
        return Json.read(forecasts, new TypeReference<>() {});
    }

    /** @return whether anything that a person sees has changed */
    boolean take(DeviceReport report, Instant now) {
        String detailed = Json.write(report.details());
        String described = Json.write(report.abilities());
        String stocked = Json.write(report.supplies());
        String set = Json.write(report.settings());
        String runs = Json.write(report.firmware());
        boolean changed = take(report.condition())
                | !described.equals(abilities)
                | !stocked.equals(supplies)
                | !detailed.equals(details)
                | !set.equals(settings)
                | !runs.equals(firmware);
        settings = set;
        firmware = runs;
        details = detailed;
        detailsAt = report.detailsAt().orElse(null);
        abilities = described;
        supplies = stocked;
        standInUri = report.standInUri().orElse(null);
        storageUri = report.storageUri().orElse(null);
        seenAt = now;
        return changed;
    }

    /** It was asked, and is asked again after a while. @param chance 0 to 1, by which devices drift apart */
    void looked(Instant now, LocalTime clock, double chance) {
        unanswered = condition == DeviceCondition.State.UNREACHABLE ? unanswered + 1 : 0;
        boolean inUse = inUseUntil != null && now.isBefore(inUseUntil);
        nextLookAt = now.plus(LookPause.after(unanswered, inUse, clock, chance));
    }

    boolean take(DeviceCondition seen) {
        boolean changed = condition != seen.state() || !seen.sentence().equals(conditionWords);
        condition = seen.state();
        conditionWords = seen.sentence();
        return changed;
    }
}
