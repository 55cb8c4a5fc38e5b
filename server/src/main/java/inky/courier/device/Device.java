package inky.courier.device;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceAccess;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceProtocol;
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
import java.util.Map;
import java.util.UUID;
import org.hibernate.annotations.OptimisticLock;

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

    int signOutSeconds;
    String language = "";

    @Enumerated(EnumType.STRING)
    DeviceProtocol protocol = DeviceProtocol.IPP;

    boolean encrypted;
    String fingerprint = "";
    String account = "";

    /** Of that account, sealed; null for none. */
    byte[] secret;

    Instant createdAt;

    /** One that has not been asked yet. */
    static Device of(UUID id, Instant now) {
        Device device = new Device();
        device.id = id;
        device.createdAt = now;
        device.abilities = Json.write(DeviceAbilities.UNKNOWN);
        device.take(DeviceCondition.UNREACHABLE);
        return device;
    }

    @Override
    public DeviceItem item() {
        return new DeviceItem(id, name, place, placeWhat, address, port, signOutSeconds, language, protocol, access());
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

    /** @return whether anything that a person sees has changed */
    boolean take(DeviceStatus.Report report, Instant now) {
        String described = Json.write(report.abilities());
        boolean changed = take(report.condition()) | !described.equals(abilities);
        abilities = described;
        standInUri = report.standInUri().orElse(null);
        storageUri = report.storageUri().orElse(null);
        seenAt = now;
        return changed;
    }

    boolean take(DeviceCondition seen) {
        boolean changed = condition != seen.state() || !seen.sentence().equals(conditionWords);
        condition = seen.state();
        conditionWords = seen.sentence();
        return changed;
    }
}
