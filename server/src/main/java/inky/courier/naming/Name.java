package inky.courier.naming;

import inky.courier.core.office.NameItem;
import inky.courier.setup.ItemRow;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "name_template")
class Name implements ItemRow<NameItem> {
    @Id
    UUID id;

    @Version
    Long version;

    String name;
    String template;
    Instant createdAt;

    static Name of(UUID id, Instant now) {
        Name name = new Name();
        name.id = id;
        name.createdAt = now;
        return name;
    }

    @Override
    public void take(NameItem item) {
        name = item.name();
        template = item.template();
    }

    @Override
    public NameItem item() {
        return new NameItem(id, name, template);
    }
}
