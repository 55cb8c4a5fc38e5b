package inky.courier.firmware;

import inky.courier.core.office.FirmwareItem;
import inky.courier.setup.ItemRow;
import inky.courier.web.Json;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** Which versions devices of a model may run. */
@Entity
class Firmware implements ItemRow<FirmwareItem> {
    @Id
    UUID id;

    @Version
    Long version;

    String model;
    String wanted;
    String also;
    Instant createdAt;

    static Firmware of(UUID id, Instant now) {
        Firmware firmware = new Firmware();
        firmware.id = id;
        firmware.createdAt = now;
        return firmware;
    }

    @Override
    public void take(FirmwareItem item) {
        model = item.name();
        wanted = item.wanted();
        also = Json.write(item.also());
    }

    @Override
    public FirmwareItem item() {
        return new FirmwareItem(id, model, wanted, Json.<List<String>>read(also, new TypeReference<>() {}));
    }
}
