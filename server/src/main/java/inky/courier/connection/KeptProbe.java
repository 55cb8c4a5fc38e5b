package inky.courier.connection;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

/** A probe's report as it was, kept as history. */
@Entity
@Table(name = "route_probe")
class KeptProbe {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    UUID routeId;
    Instant at;
    boolean passed;
    String report;
}
