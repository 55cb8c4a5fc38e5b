package inky.courier.shelf;

import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.Invalid;
import inky.courier.core.office.ShelfFolderItem;
import inky.courier.signin.SignInThrottle;
import inky.courier.signin.Source;
import inky.courier.signin.ThrottleKey;
import inky.courier.vault.Vault;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** Passcodes of folders: kept as slow hashes, guessed slowly, and given once for a while. */
@Component
class ShelfDoors {
    private static final Duration COUNTS = Duration.ofMinutes(10);
    private static final int SHORTEST = 4;
    private static final int LONGEST = 64;

    private final ShelfFolderRepository folders;
    private final JdbcClient jdbc;
    private final Vault vault;
    private final PasswordEncoder passwords;
    private final SignInThrottle throttle;
    private final Clock clock;

    ShelfDoors(
            ShelfFolderRepository folders,
            JdbcClient jdbc,
            Vault vault,
            PasswordEncoder passwords,
            SignInThrottle throttle,
            Clock clock) {
        this.folders = folders;
        this.jdbc = jdbc;
        this.vault = vault;
        this.passwords = passwords;
        this.throttle = throttle;
        this.clock = clock;
    }

    /** As it is kept. @param passcode empty to take it away @throws Invalid when it is too short */
    byte[] seal(UUID folder, String passcode) {
        if (passcode.isEmpty()) {
            return new byte[0];
        }
        if (passcode.length() < SHORTEST || passcode.length() > LONGEST) {
            throw Invalid.of("shelf.passcode-length", "passcode");
        }
        return vault.sealText(passwords.encode(passcode), ShelfFolder.context(folder));
    }

    /** @throws Invalid when it is not the passcode @throws Refusal when it is too early for another guess */
    void open(ShelfVisitor visitor, ShelfFolderItem folder, @Nullable String passcode, Source source) {
        byte[] sealed = folders.findById(folder.id()).map(kept -> kept.passcode).orElse(null);
        if (sealed == null) {
            return;
        }
        String given = passcode == null ? "" : passcode;
        SignInThrottle.Attempt attempt = throttle.begin(ThrottleKey.shelf(folder.id()), ThrottleKey.source(source));
        String hash = new String(vault.open(sealed, ShelfFolder.context(folder.id())), StandardCharsets.UTF_8);
        if (given.length() > LONGEST || !passwords.matches(given, hash)) {
            throttle.wrong(attempt, visitor.name(), Place.shelf(folder.name()), source);
            throw Invalid.of("shelf.passcode-wrong", "passcode");
        }
        throttle.right(attempt);
        jdbc.sql("insert into shelf_opened (holder, folder_id, until) values (?, ?, ?) "
                        + "on conflict (holder, folder_id) do update set until = excluded.until")
                .params(visitor.holder(), folder.id(), now().plus(COUNTS))
                .update();
    }

    /** Folders that ask for a passcode which a visitor has not given. */
    Set<UUID> closedTo(ShelfVisitor visitor) {
        Set<UUID> closed = folders.findAll().stream()
                .filter(folder -> folder.passcode != null)
                .map(folder -> folder.id)
                .collect(Collectors.toSet());
        if (!closed.isEmpty()) {
            jdbc.sql("select folder_id from shelf_opened where holder = ? and until > ?")
                    .params(visitor.holder(), now())
                    .query(UUID.class)
                    .list()
                    .forEach(closed::remove);
        }
        return closed;
    }

    /** Everybody has to give it anew: it is another one. */
    void closeToAll(UUID folder) {
        jdbc.sql("delete from shelf_opened where folder_id = ?").param(folder).update();
    }

    void forgetOld() {
        jdbc.sql("delete from shelf_opened where until < ?").param(now()).update();
    }

    private OffsetDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC);
    }
}
