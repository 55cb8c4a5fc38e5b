package inky.courier.signin;

import inky.courier.core.access.Role;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
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

    @Enumerated(EnumType.STRING)
    Role role = Role.ADMINISTRATOR;

    /** Key of the second factor (RFC 6238), sealed; null without one. */
    byte[] totpKey;

    /** The time step of the last code that was taken. */
    long totpStep;
}
