package inky.courier.signin;

import inky.courier.core.access.Role;
import inky.courier.web.Json;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

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

    /** JSON list of the places that an operator is limited to; none is everywhere. */
    String places = "[]";

    /** Key of the second factor (RFC 6238), sealed; null without one. */
    byte[] totpKey;

    /** The time step of the last code that was taken. */
    long totpStep;

    /** Where it sees deliveries and devices; empty for everywhere. Only operators are limited. */
    List<String> limits() {
        return role == Role.OPERATOR ? Json.read(places, new TypeReference<List<String>>() {}) : List.of();
    }
}
