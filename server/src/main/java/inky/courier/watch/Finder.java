package inky.courier.watch;

import inky.courier.addressbook.AddressBook;
import inky.courier.addressbook.AddressBook.FoundContact;
import inky.courier.core.access.Right;
import inky.courier.delivery.query.DeliveryQueries;
import inky.courier.delivery.query.DeliveryQueries.DeliveryRow;
import inky.courier.destination.DestinationService;
import inky.courier.device.DeviceService;
import inky.courier.directory.Directories;
import inky.courier.job.JobService;
import inky.courier.mail.MailServers;
import inky.courier.naming.NamingService;
import inky.courier.panel.PanelPlans;
import inky.courier.people.PeopleService;
import inky.courier.profile.ProfileService;
import inky.courier.web.Access;
import inky.courier.web.LongList;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.util.UriUtils;

/** Finds anything by words: the first of each kind, and where all of them are. */
@Service
class Finder {
    private static final int MOST_WORDS = 100;
    private static final int MOST_OF_A_KIND = 4;

    private final DeviceService devices;
    private final MailServers servers;
    private final DestinationService destinations;
    private final ProfileService profiles;
    private final NamingService names;
    private final JobService jobs;
    private final PanelPlans plans;
    private final PeopleService people;
    private final AddressBook book;
    private final Directories directories;
    private final DeliveryQueries deliveries;

    Finder(
            DeviceService devices,
            MailServers servers,
            DestinationService destinations,
            ProfileService profiles,
            NamingService names,
            JobService jobs,
            PanelPlans plans,
            PeopleService people,
            AddressBook book,
            Directories directories,
            DeliveryQueries deliveries) {
        this.devices = devices;
        this.servers = servers;
        this.destinations = destinations;
        this.profiles = profiles;
        this.names = names;
        this.jobs = jobs;
        this.plans = plans;
        this.people = people;
        this.book = book;
        this.directories = directories;
        this.deliveries = deliveries;
    }

    /** @param path of the desk's view that shows it */
    record Hit(String kind, String title, String detail, String path) {}

    /** In the order of the work; nothing for no words, or for more than anybody types. */
    @Transactional(readOnly = true)
    List<Hit> find(String typed) {
        String text = typed.strip();
        if (text.isEmpty() || text.length() > MOST_WORDS) {
            return List.of();
        }
        Found found = new Found(text);
        found.add(
                "Devices",
                "/devices",
                devices.find(text),
                d -> new Hit(
                        "Device",
                        d.name(),
                        d.place().isEmpty() ? d.address() : d.place() + ", " + d.address(),
                        "/devices/" + d.id()));
        if (Access.may(Right.READ_SETUP)) {
            addSetUp(found, text);
        }
        List<DeliveryRow> newest = deliveries.newest(text, MOST_OF_A_KIND);
        found.addFew(
                newest.stream(),
                d -> new Hit(
                        "Delivery",
                        "D-" + d.number() + " " + d.jobName(),
                        d.personName() + ", " + d.fileName(),
                        "/deliveries/" + d.id()));
        if (!newest.isEmpty()) {
            found.addAll("Deliveries", "All with", "/deliveries?text=");
        }
        return found.hits;
    }

    private void addSetUp(Found found, String text) {
        found.addFew(
                servers.list().stream().filter(s -> LongList.holds(text, s.name(), s.host())),
                s -> new Hit("Mail server", s.name(), s.host(), "/mail-servers/" + s.id()));
        found.add(
                "Destinations",
                "/destinations",
                destinations.find(text),
                d -> new Hit("Destination", d.name(), d.where(), "/destinations/" + d.id()));
        found.addFew(
                profiles.list().stream().filter(p -> LongList.holds(text, p.name())),
                p -> new Hit("Profile", p.name(), p.sentence().toString(), "/profiles/" + p.id()));
        found.addFew(
                names.list().stream().filter(n -> LongList.holds(text, n.name(), n.template())),
                n -> new Hit("Name", n.name(), n.template(), "/names/" + n.id()));
        found.add(
                "Jobs",
                "/jobs",
                jobs.find(text),
                j -> new Hit("Job", j.name(), j.profileSentence().toString(), "/jobs/" + j.id()));
        found.addFew(
                plans.list().stream().filter(p -> LongList.holds(text, p.name(), p.of())),
                p -> new Hit("Panel plan", p.name(), p.of(), "/panel-plans/" + p.id()));
        found.add(
                "People",
                "/people",
                people.find(text),
                p -> new Hit("Person", p.name(), p.email(), "/people/" + p.id()));
        List<FoundContact> contacts = book.contacts(text, MOST_OF_A_KIND + 1);
        found.addFew(contacts.stream(), c -> new Hit("Contact", c.name(), c.email(), "/contacts/" + c.id()));
        if (contacts.size() > MOST_OF_A_KIND) {
            found.addAll("Contacts", "All with", "/contacts?find=");
        }
        found.addFew(
                directories.list().stream().filter(d -> LongList.holds(text, d.name(), d.host(), d.base())),
                d -> new Hit("Directory", d.name(), d.host(), "/directories/" + d.id()));
    }

    private static final class Found {
        private final String text;
        private final List<Hit> hits = new ArrayList<>();

        Found(String text) {
            this.text = text;
        }

        <T> void addFew(Stream<T> some, Function<T, Hit> hit) {
            some.limit(MOST_OF_A_KIND).map(hit).forEach(hits::add);
        }

        /** @param view of the list that can be narrowed to the same words */
        <T> void add(String kind, String view, List<T> all, Function<T, Hit> hit) {
            addFew(all.stream(), hit);
            if (all.size() > MOST_OF_A_KIND) {
                addAll(kind, "All " + all.size() + " with", view + "?find=");
            }
        }

        void addAll(String kind, String words, String path) {
            hits.add(new Hit(
                    kind,
                    words + " \u201c" + text + "\u201d",
                    "",
                    path + UriUtils.encode(text, StandardCharsets.UTF_8)));
        }
    }
}
