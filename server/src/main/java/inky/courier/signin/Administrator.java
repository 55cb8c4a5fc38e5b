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

    /** Null for accounts of the office's provider. */
    String passwordHash;

    /** Who it is at the office's provider: its issuer and their subject there; null for an account with a password. */
    String providerSubject;

    Instant createdAt;

    @Enumerated(EnumType.STRING)
    Role role = Role.ADMINISTRATOR;

    /** Key of the second factor (RFC 6238), sealed; null without one. */
    byte[] totpKey;

    /** The time step of the last code that was taken. */
    long totpStep;
}
