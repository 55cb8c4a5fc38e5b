package inky.courier.directory;

import com.unboundid.ldap.sdk.LDAPConnection;
import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.connection.ProbeReport;
import inky.courier.core.delivery.Setback;
import inky.courier.core.directory.DirectoryStep;
import inky.courier.core.message.Message;
import inky.courier.directory.Entries.Person;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** One run through all steps from a directory's name to the people in it; stops at the first that fails. */
final class DirectoryProbe {
    private static final Duration PATIENCE = Duration.ofSeconds(15);
    private static final int SOME = 20;
    private static final int BASES_SHOWN = 4;

    private final LdapLine.Access access;
    private final Clock clock;
    private final ConnectionTrace trace;

    DirectoryProbe(LdapLine.Access access, Clock clock) {
        this.access = access;
        this.clock = clock;
        this.trace = LdapLine.trace(access);
    }

    ProbeReport run() {
        Optional<Setback> setback = Optional.empty();
        try (LDAPConnection line = LdapLine.open(access, trace, PATIENCE, clock.instant())) {
            Entries entries = new Entries(access.directory(), line);
            trace.does(DirectoryStep.BASE, () -> base(line, entries));
            trace.does(DirectoryStep.PEOPLE, () -> people(entries.some(SOME)));
        } catch (FarSideException e) {
            setback = Optional.of(e.setback());
        }
        return trace.report(clock.instant(), DirectoryStep.values(), setback, Message.of("probe.directory.works"));
    }

    private void base(LDAPConnection line, Entries entries) throws IOException {
        List<String> bases = Entries.bases(line);
        bases.forEach(base -> trace.line("< namingContexts: " + base));
        trace.note(Message.of("probe.directory.bases")
                .with("n", bases.size())
                .with("bases", String.join("; ", bases.subList(0, Math.min(BASES_SHOWN, bases.size())))));
        entries.requireBase();
    }

    private void people(List<Person> some) {
        trace.line("< " + some.size() + " entries");
        Message found = Message.of("probe.directory.people")
                .with("n", some.size())
                .with("more", some.size() < SOME ? "no" : "yes");
        if (some.isEmpty()) {
            trace.care(found);
            return;
        }
        Person first = some.get(0);
        trace.said(first.dn());
        List<String> missing = Stream.of(
                        first.login().isEmpty()
                                ? access.directory().attributes().login()
                                : "",
                        first.name().isEmpty() ? access.directory().attributes().name() : "",
                        first.email().isEmpty()
                                ? access.directory().attributes().email()
                                : "")
                .filter(attribute -> !attribute.isEmpty())
                .toList();
        if (missing.isEmpty()) {
            trace.note(found.and(Message.of("probe.directory.example")
                    .with("name", first.name())
                    .with("login", first.login())
                    .with("email", first.email())
                    .with("groups", first.groups().isEmpty() ? "none" : String.join(", ", first.groups()))));
        } else {
            trace.care(found.and(Message.of("probe.directory.nothing").with("attributes", String.join(", ", missing))));
        }
    }
}
