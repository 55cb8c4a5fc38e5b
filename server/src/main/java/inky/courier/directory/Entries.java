package inky.courier.directory;

import com.unboundid.asn1.ASN1OctetString;
import com.unboundid.ldap.sdk.DN;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPSearchException;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.RootDSE;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchResult;
import com.unboundid.ldap.sdk.SearchResultEntry;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldap.sdk.controls.SimplePagedResultsControl;
import inky.courier.connection.FarSideException;
import inky.courier.core.directory.DirectoryCause;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.text.PlainText;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** What a directory's entries say of people and groups. */
final class Entries {
    /** What an office has, and more: each is held in memory while it is compared. */
    static final int MOST = 50_000;

    private static final int PAGE = 500;

    /** Identifiers that outlive a new name: by RFC 4530, and as other servers have them. */
    private static final List<String> LASTING_KEYS = List.of("entryUUID", "nsUniqueId", "objectGUID");

    private static final List<String> MEMBERS = List.of("member", "uniqueMember", "memberUid");
    private static final String LANGUAGE = "preferredLanguage";
    private static final String GROUP_NAME = "cn";

    private final DirectoryItem directory;
    private final LDAPConnection connection;

    Entries(DirectoryItem directory, LDAPConnection connection) {
        this.directory = directory;
        this.connection = connection;
    }

    /** Somebody as their entry has them. @param key empty where nothing outlives a new name, and there is no name either */
    record Person(
            String dn, String key, String login, String name, String email, List<String> groups, String language) {}

    /** Where the directory's entries begin, as it says itself; empty where it does not say. */
    static List<String> bases(LDAPConnection connection) throws IOException {
        return LdapLine.asking(() -> Optional.ofNullable(connection.getRootDSE())
                .map(root -> root.getNamingContextDNs())
                .map(Arrays::asList)
                .orElse(List.of()));
    }

    void requireBase() throws IOException {
        LdapLine.asking(() -> connection.search(new SearchRequest(
                directory.base(), SearchScope.BASE, Filter.createPresenceFilter("objectClass"), "1.1")));
    }

    /** A few of the people, to show. @return what there is, and whether there is more */
    List<Person> some(int most) throws IOException {
        SearchRequest request = people(LdapLine.asking(() -> Filter.create(directory.filter())));
        request.setSizeLimit(most);
        return persons(upTo(request));
    }

    /** Those who fit a filter, at most so many. @param millis how long it may take */
    List<Person> fitting(Filter filter, int most, long millis) throws IOException {
        SearchRequest request =
                people(Filter.createANDFilter(LdapLine.asking(() -> Filter.create(directory.filter())), filter));
        request.setSizeLimit(most);
        request.setResponseTimeoutMillis(millis);
        return persons(upTo(request));
    }

    /** More than was asked for is no failure. */
    private List<SearchResultEntry> upTo(SearchRequest request) throws IOException {
        try {
            return connection.search(request).getSearchEntries();
        } catch (LDAPSearchException e) {
            if (ResultCode.SIZE_LIMIT_EXCEEDED.equals(e.getResultCode())) {
                return Optional.ofNullable(e.getSearchEntries()).orElse(List.of());
            }
            throw new LdapLine.Refused(e);
        }
    }

    /** Everybody, with the groups that they are in. @throws FarSideException also when the answer is not the whole */
    List<Person> everybody() throws IOException {
        List<Person> people = persons(all(people(LdapLine.asking(() -> Filter.create(directory.filter())))));
        if (directory.groupFilter().isEmpty()) {
            return people;
        }
        Map<String, Set<String>> groups = groupsByMember();
        return people.stream()
                .map(person -> {
                    Set<String> all = new LinkedHashSet<>(person.groups);
                    all.addAll(groups.getOrDefault(plain(person.dn), Set.of()));
                    all.addAll(groups.getOrDefault(person.login.toLowerCase(Locale.ROOT), Set.of()));
                    return new Person(
                            person.dn,
                            person.key,
                            person.login,
                            person.name,
                            person.email,
                            List.copyOf(all),
                            person.language);
                })
                .toList();
    }

    private Map<String, Set<String>> groupsByMember() throws IOException {
        List<String> wanted = new ArrayList<>(MEMBERS);
        wanted.add(GROUP_NAME);
        SearchRequest request = LdapLine.asking(() -> new SearchRequest(
                directory.base(),
                SearchScope.SUB,
                Filter.create(directory.groupFilter()),
                wanted.toArray(new String[0])));
        Map<String, Set<String>> groups = new HashMap<>();
        for (Entry entry : all(request)) {
            String name = value(entry, GROUP_NAME);
            if (counts(name)) {
                MEMBERS.stream()
                        .flatMap(attribute -> values(entry, attribute))
                        .forEach(member -> groups.computeIfAbsent(plain(member), none -> new LinkedHashSet<>())
                                .add(name));
            }
        }
        return groups;
    }

    /** Page by page (RFC 2696), where the directory can. */
    private List<SearchResultEntry> all(SearchRequest request) throws IOException {
        RootDSE root = LdapLine.asking(connection::getRootDSE);
        boolean inPages = root != null && root.supportsControl(SimplePagedResultsControl.PAGED_RESULTS_OID);
        List<SearchResultEntry> all = new ArrayList<>();
        ASN1OctetString cookie = null;
        do {
            if (inPages) {
                request.setControls(new SimplePagedResultsControl(PAGE, cookie, true));
            }
            SearchResult part = LdapLine.asking(() -> connection.search(request));
            all.addAll(part.getSearchEntries());
            if (all.size() > MOST) {
                throw new FarSideException(DirectoryCause.TOO_MANY, "");
            }
            SimplePagedResultsControl answer = LdapLine.asking(() -> SimplePagedResultsControl.get(part));
            if (inPages && answer == null) {
                throw new FarSideException(DirectoryCause.INCOMPLETE, "");
            }
            cookie = answer != null && answer.moreResultsToReturn() ? answer.getCookie() : null;
        } while (cookie != null);
        return all;
    }

    private SearchRequest people(Filter filter) {
        List<String> wanted = new ArrayList<>(LASTING_KEYS);
        Stream.of(
                        directory.attributes().login(),
                        directory.attributes().name(),
                        directory.attributes().email(),
                        directory.groupOf(),
                        LANGUAGE)
                .filter(attribute -> !attribute.isEmpty())
                .forEach(wanted::add);
        return new SearchRequest(directory.base(), SearchScope.SUB, filter, wanted.toArray(new String[0]));
    }

    private List<Person> persons(List<SearchResultEntry> entries) {
        return entries.stream().map(this::person).toList();
    }

    private Person person(SearchResultEntry entry) {
        List<String> groups = directory.groupOf().isEmpty()
                ? List.of()
                : values(entry, directory.groupOf())
                        .map(Entries::firstName)
                        .filter(this::counts)
                        .distinct()
                        .toList();
        return new Person(
                entry.getDN(),
                key(entry),
                value(entry, directory.attributes().login()),
                value(entry, directory.attributes().name()),
                value(entry, directory.attributes().email()),
                groups,
                value(entry, LANGUAGE).split("[,;]")[0].strip());
    }

    private static String key(Entry entry) {
        for (String attribute : LASTING_KEYS) {
            byte[] bytes = entry.getAttributeValueBytes(attribute);
            if (bytes != null && bytes.length > 0) {
                boolean isText = entry.getAttributeValue(attribute).matches("[\\x21-\\x7e]+");
                return isText
                        ? entry.getAttributeValue(attribute)
                        : HexFormat.of().formatHex(bytes);
            }
        }
        return plain(entry.getDN());
    }

    private boolean counts(String group) {
        return !group.isEmpty()
                && (directory.groups().isEmpty() || directory.groups().stream().anyMatch(group::equalsIgnoreCase));
    }

    /** A name in one way of writing it, where it is a distinguished name. */
    private static String plain(String name) {
        try {
            return DN.normalize(name);
        } catch (LDAPException none) {
            return name.toLowerCase(Locale.ROOT);
        }
    }

    /** What a distinguished name begins with, or the value itself. */
    private static String firstName(String value) {
        try {
            DN dn = new DN(value);
            return dn.getRDN() == null
                    ? value
                    : PlainText.line(dn.getRDN().getAttributeValues()[0]).strip();
        } catch (LDAPException none) {
            return value;
        }
    }

    private static String value(Entry entry, String attribute) {
        return values(entry, attribute).findFirst().orElse("");
    }

    private static Stream<String> values(Entry entry, String attribute) {
        String[] values = entry.getAttributeValues(attribute);
        return values == null
                ? Stream.of()
                : Stream.of(values).map(value -> PlainText.line(value).strip()).filter(value -> !value.isEmpty());
    }
}
