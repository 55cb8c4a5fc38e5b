package inky.courier.panel;

import inky.courier.core.people.Typo;
import inky.courier.signin.SignInThrottle;
import inky.courier.signin.Source;
import inky.courier.signin.ThrottleKey;
import inky.courier.vault.Vault;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Wrong PINs that were typos of the right one, entered at once after them, are forgiven: honest people make most of the wrong
 * entries of an office, and must not use up what all panels have together. Whoever has a PIN and guesses gains the {@link Typo
 * neighbours} of that one PIN, once.
 */
@Component
class ForgivenTypos {
    private static final Duration AT_ONCE = Duration.ofMinutes(2);

    private final JdbcClient jdbc;
    private final Vault vault;
    private final SignInThrottle throttle;
    private final Clock clock;

    ForgivenTypos(JdbcClient jdbc, Vault vault, SignInThrottle throttle, Clock clock) {
        this.jdbc = jdbc;
        this.vault = vault;
        this.throttle = throttle;
        this.clock = clock;
    }

    @Transactional
    public void wrong(UUID device, String pin, Source source) {
        OffsetDateTime now = OffsetDateTime.now(clock);
        jdbc.sql("delete from wrong_pin where device_id = ? and at < ?")
                .params(device, now.minus(AT_ONCE))
                .update();
        jdbc.sql("insert into wrong_pin (device_id, pin_index, source, at) values (?, ?, ?, ?)")
                .params(device, vault.index(pin), source.address(), now)
                .update();
    }

    @Transactional
    public void forgive(UUID device, String rightPin) {
        boolean any = jdbc.sql("select exists (select 1 from wrong_pin where device_id = ? and at >= ?)")
                .params(device, OffsetDateTime.now(clock).minus(AT_ONCE))
                .query(Boolean.class)
                .single();
        if (!any) {
            return;
        }
        List<byte[]> typos = Typo.of(rightPin).stream().map(vault::index).toList();
        List<String> sources = jdbc.sql(
                        "delete from wrong_pin where device_id = :device and pin_index in (:typos) and at >= :since returning source")
                .param("device", device)
                .param("typos", typos)
                .param("since", OffsetDateTime.now(clock).minus(AT_ONCE))
                .query(String.class)
                .list();
        sources.forEach(source -> throttle.takeBack(
                ThrottleKey.panel(device), ThrottleKey.source(new Source(source)), ThrottleKey.OFFICE));
    }
}
