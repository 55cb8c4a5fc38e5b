package inky.courier.signin;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
class Administrator {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    String login;
    String name;
    String email;
    String passwordHash;
    Instant createdAt;
}
