package inky.courier.addressbook;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "contact_group")
class StoredGroup {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    String name;

    /** Where it is seen; empty for everywhere. */
    String place = "";

    Instant createdAt;
}
