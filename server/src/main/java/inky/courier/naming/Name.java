package inky.courier.naming;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "name_template")
class Name {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    String name;
    String template;
    Instant createdAt;
}
