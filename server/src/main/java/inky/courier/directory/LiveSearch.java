package inky.courier.directory;

import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import inky.courier.addressbook.BookEntry;
import inky.courier.addressbook.DirectoryLookup;
import inky.courier.connection.FarSideException;
import inky.courier.core.Invalid;
import inky.courier.core.contact.Contact;
import inky.courier.core.directory.DirectoryStep;
import inky.courier.core.mail.MailAddress;
import inky.courier.directory.Directories.DirectoryView;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.SynchronousQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/** Finds recipients in the directories of the office while somebody types. */
@Component
class LiveSearch implements DirectoryLookup, DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(LiveSearch.class);

    /** What a person waits for without noticing that they wait, and a little less than they are promised. */
    private static final Duration PATIENCE = Duration.ofMillis(450);

    /** Nobody else is kept waiting for one that did not answer. */
    private static final Duration LEFT_ALONE = Duration.ofSeconds(30);

    private static final Duration OPENING = Duration.ofSeconds(3);
    private static final Duration LINE_KEPT = Duration.ofMinutes(1);
    private static final int LINES = 4;
    private static final int AT_ONCE = 16;
    private static final int MOST_WORDS = 6;
    private static final int MOST_ADDRESSES = 100;
    private static final int REMEMBERED = 5000;
    private static final Pattern SPACE = Pattern.compile("\\s+");

    private final Directories directories;
    private final Clock clock;
    private final Map<UUID, Lines> lines = new ConcurrentHashMap<>();
    private final ExecutorService asking =
            new ThreadPoolExecutor(0, AT_ONCE, 1, TimeUnit.MINUTES, new SynchronousQueue<>(), task -> {
                Thread thread = new Thread(task, "directory");
                thread.setDaemon(true);
                return thread;
            });

    /** Whom it has found, so that they can be sent to without asking again. */
    private final Map<String, BookEntry> found = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, BookEntry> eldest) {
            return size() > REMEMBERED;
        }
    };

    LiveSearch(Directories directories, Clock clock) {
        this.directories = directories;
        this.clock = clock;
    }

    @Override
    public Pending find(String letters, int most) {
        List<String> words = SPACE.splitAsStream(letters.strip())
                .filter(word -> !word.isEmpty())
                .limit(MOST_WORDS)
                .toList();
        return words.isEmpty() ? () -> new Answer(List.of(), false) : ask(directory -> filter(directory, words), most);
    }

    @Override
    public Answer known(Collection<String> addresses) {
        List<BookEntry> known = new ArrayList<>();
        Set<String> unknown = new LinkedHashSet<>();
        synchronized (found) {
            addresses.forEach(address -> {
                BookEntry entry = found.get(Contact.key(address));
                if (entry == null) {
                    unknown.add(address);
                } else {
                    known.add(entry);
                }
            });
        }
        if (unknown.isEmpty()) {
            return new Answer(known, false);
        }
        List<String> asked = unknown.stream().limit(MOST_ADDRESSES).toList();
        Answer answer =
                ask(directory -> filterOf(directory, asked), MOST_ADDRESSES).get();
        known.addAll(answer.entries());
        return new Answer(known, answer.late());
    }

    /**
     * Each word begins one of name or address, at its start or after a space. What has a meaning in a filter is escaped by the
     * library (RFC 4515 section 3), so nothing that is typed is more than letters.
     */
    static Filter filter(DirectoryView directory, List<String> words) {
        List<Filter> all = new ArrayList<>();
        for (String word : words) {
            String name = directory.attributes().name();
            all.add(Filter.createORFilter(
                    Filter.createSubInitialFilter(name, word),
                    Filter.createSubAnyFilter(name, " " + word),
                    Filter.createSubInitialFilter(directory.attributes().email(), word)));
        }
        all.add(Filter.createPresenceFilter(directory.attributes().email()));
        return Filter.createANDFilter(all);
    }

    private static Filter filterOf(DirectoryView directory, List<String> addresses) {
        return Filter.createORFilter(addresses.stream()
                .map(address ->
                        Filter.createEqualityFilter(directory.attributes().email(), address))
                .toList());
    }

    private interface FilterOf {
        Filter of(DirectoryView directory);
    }

    private Pending ask(FilterOf filter, int most) {
        List<DirectoryView> asked =
                directories.list().stream().filter(DirectoryView::search).toList();
        long end = System.nanoTime() + PATIENCE.toNanos();
        List<Future<List<BookEntry>>> answers = new ArrayList<>();
        boolean[] late = {false};
        for (DirectoryView directory : asked) {
            Lines line = linesTo(directory);
            if (line.isLeftAlone(clock.instant())) {
                late[0] = true;
            } else {
                try {
                    answers.add(asking.submit(answer(line, directory, filter, most)));
                } catch (RejectedExecutionException tooMany) {
                    late[0] = true;
                }
            }
        }
        return () -> {
            Map<String, BookEntry> entries = new LinkedHashMap<>();
            for (Future<List<BookEntry>> one : answers) {
                try {
                    one.get(Math.max(0, end - System.nanoTime()), TimeUnit.NANOSECONDS)
                            .forEach(entry -> entries.putIfAbsent(Contact.key(entry.value()), entry));
                } catch (TimeoutException | ExecutionException e) {
                    late[0] = true;
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    late[0] = true;
                }
            }
            return new Answer(List.copyOf(entries.values()), late[0]);
        };
    }

    private Callable<List<BookEntry>> answer(Lines line, DirectoryView directory, FilterOf filter, int most) {
        return () -> {
            try {
                List<BookEntry> entries = line.ask(filter.of(directory), most).stream()
                        .filter(person -> isAddress(person.email()))
                        .map(person -> BookEntry.found(person.name(), person.email()))
                        .toList();
                synchronized (found) {
                    entries.forEach(entry -> found.put(Contact.key(entry.value()), entry));
                }
                return entries;
            } catch (IOException e) {
                line.leaveAlone(clock.instant().plus(LEFT_ALONE));
                LOG.warn("directory {} was asked for recipients: {}", directory.id(), e.getMessage());
                throw e;
            }
        };
    }

    private static boolean isAddress(String email) {
        try {
            new MailAddress(email);
            return true;
        } catch (Invalid none) {
            return false;
        }
    }

    /** Lines to a directory as it is set up now; those to what it was before end. */
    private Lines linesTo(DirectoryView directory) {
        return Objects.requireNonNull(lines.compute(directory.id(), (id, known) -> {
            if (known != null && known.version.equals(directory.version())) {
                return known;
            }
            if (known != null) {
                known.close();
                synchronized (found) {
                    found.clear();
                }
            }
            return new Lines(directory.version(), directories.access(id));
        }));
    }

    @Override
    public void destroy() {
        asking.shutdownNow();
        lines.values().forEach(Lines::close);
    }

    private record Kept(LDAPConnection line, Instant since) {}

    /** A few lines to one directory, kept open for a moment. */
    private final class Lines {
        private final String version;
        private final LdapLine.Access access;
        private final Deque<Kept> free = new ArrayDeque<>();
        private volatile Instant leftAloneUntil = Instant.MIN;
        private boolean closed;

        Lines(String version, LdapLine.Access access) {
            this.version = version;
            this.access = access;
        }

        boolean isLeftAlone(Instant now) {
            return now.isBefore(leftAloneUntil);
        }

        void leaveAlone(Instant until) {
            leftAloneUntil = until;
        }

        List<Entries.Person> ask(Filter filter, int most) throws IOException {
            Kept kept = take();
            if (kept != null) {
                try {
                    List<Entries.Person> people = ask(kept.line, filter, most);
                    giveBack(kept);
                    return people;
                } catch (IOException stale) {
                    // It may have been closed there, without anything being wrong.
                    kept.line.close();
                }
            }
            LDAPConnection line = LdapLine.open(access, LdapLine.trace(access), OPENING, clock.instant());
            try {
                List<Entries.Person> people = ask(line, filter, most);
                giveBack(new Kept(line, clock.instant()));
                return people;
            } catch (IOException e) {
                line.close();
                throw e;
            }
        }

        private List<Entries.Person> ask(LDAPConnection line, Filter filter, int most) throws FarSideException {
            return LdapLine.trace(access)
                    .at(
                            DirectoryStep.PEOPLE,
                            () -> new Entries(access.directory(), line).fitting(filter, most, OPENING.toMillis()));
        }

        private synchronized Kept take() {
            Instant oldest = clock.instant().minus(LINE_KEPT);
            while (!free.isEmpty()) {
                Kept kept = free.pop();
                if (kept.since.isAfter(oldest) && kept.line.isConnected()) {
                    return kept;
                }
                kept.line.close();
            }
            return null;
        }

        private synchronized void giveBack(Kept kept) {
            if (closed || free.size() >= LINES) {
                kept.line.close();
            } else {
                free.push(new Kept(kept.line, clock.instant()));
            }
        }

        synchronized void close() {
            closed = true;
            free.forEach(kept -> kept.line.close());
            free.clear();
        }
    }
}
