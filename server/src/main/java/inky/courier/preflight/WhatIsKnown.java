package inky.courier.preflight;

import inky.courier.addressbook.AddressBook;
import inky.courier.connection.ProbeReport;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.office.ItemKind;
import inky.courier.core.preflight.Surroundings;
import inky.courier.core.reading.Speech;
import inky.courier.core.reading.TextReader;
import inky.courier.destination.DestinationService;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.directory.Directories;
import inky.courier.directory.Directories.DirectoryView;
import inky.courier.directory.DirectoryRuns;
import inky.courier.mail.MailServers;
import inky.courier.mail.MailServers.MailServerView;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.setup.PlannedChanges;
import inky.courier.setup.SetUp;
import inky.courier.signin.Accounts;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Puts together what preflight has to know that is no part of the set-up. */
@Component
class WhatIsKnown {
    private final PeopleService people;
    private final AddressBook book;
    private final Accounts accounts;
    private final MailServers servers;
    private final DestinationService destinations;
    private final DeviceService devices;
    private final Directories directories;
    private final DirectoryRuns runs;
    private final SetUp setUp;
    private final PlannedChanges planned;
    private final Clock clock;

    /** Of this machine: it changes when something is installed, and Courier is started anew. */
    private final Surroundings.Reading reading;

    WhatIsKnown(
            PeopleService people,
            AddressBook book,
            Accounts accounts,
            MailServers servers,
            DestinationService destinations,
            DeviceService devices,
            Directories directories,
            DirectoryRuns runs,
            SetUp setUp,
            PlannedChanges planned,
            TextReader reader,
            Clock clock) {
        this.people = people;
        this.book = book;
        this.accounts = accounts;
        this.servers = servers;
        this.destinations = destinations;
        this.devices = devices;
        this.directories = directories;
        this.runs = runs;
        this.setUp = setUp;
        this.planned = planned;
        this.clock = clock;
        reading = new Surroundings.Reading(Set.copyOf(reader.languages()), Speech.isInstalled(), Speech.canOpus());
    }

    Surroundings now() {
        List<PersonView> all = people.list();
        Set<UUID> secrets = new HashSet<>(setUp.withSecret(ItemKind.INBOX));
        Map<UUID, Surroundings.Probe> probes = new HashMap<>();
        for (MailServerView server : servers.list()) {
            boolean kept = server.signIn() == MailSignIn.BEARER ? server.hasClientSecret() : server.hasPassword();
            add(server.id(), kept, server.lastProbe(), secrets, probes);
        }
        for (DirectoryView directory : directories.list()) {
            add(directory.id(), directory.hasPassword(), directory.lastProbe(), secrets, probes);
        }
        for (DestinationView to : destinations.list()) {
            add(to.id(), to.hasSecret(), to.lastProbe(), secrets, probes);
        }
        Map<UUID, DeviceAbilities> abilities =
                devices.list().stream().collect(Collectors.toMap(DeviceView::id, DeviceView::abilities));
        return new Surroundings(
                clock.instant().truncatedTo(ChronoUnit.HOURS),
                new Surroundings.People(
                        all.size(),
                        (int) all.stream().filter(person -> !person.hasPin()).count(),
                        (int) all.stream()
                                .filter(person -> person.email().isBlank())
                                .count(),
                        Set.copyOf(people.groups()),
                        book.contacts()),
                accounts.administrators(),
                secrets,
                probes,
                abilities,
                reading,
                planned.notMade(),
                runs.troubles());
    }

    private static void add(
            UUID id,
            boolean kept,
            @Nullable ProbeReport last,
            Set<UUID> secrets,
            Map<UUID, Surroundings.Probe> probes) {
        if (kept) {
            secrets.add(id);
        }
        if (last != null) {
            Optional<ProbeReport.Certificate> certificate = Optional.ofNullable(last.certificate());
            probes.put(id, new Surroundings.Probe(last.passed(), certificate.map(ProbeReport.Certificate::until)));
        }
    }
}
