package inky.courier.core.access;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.SafeAddress;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Where accounts of the office sign in once for everything (OpenID Connect Core 1.0), and what its groups may do here.
 *
 * @param name what the office calls it
 * @param issuer its identifier; the configuration is found below it (OpenID Connect Discovery 1.0 section 4)
 * @param clientId as which Courier is known there
 * @param groupsClaim of the ID token or the user info, in which it says somebody's groups; parts of a part with dots between
 * @param groups the groups whose members have a role
 */
public record SignInProvider(
        String name, String issuer, String clientId, String groupsClaim, Map<Role, List<String>> groups) {
    /** What most providers can be told to send; common practice, no source. */
    public static final String USUAL_CLAIM = "groups";

    private static final int LONGEST = 250;
    private static final int LONGEST_NAME = 60;
    private static final int MOST_GROUPS = 50;

    /** An account's name here has 2 to 40 characters. */
    private static final int LONGEST_LOGIN = 40;

    public SignInProvider {
        name = text(name);
        issuer = text(issuer);
        clientId = text(clientId);
        groupsClaim = text(groupsClaim).isEmpty() ? USUAL_CLAIM : text(groupsClaim);
        Map<Role, List<String>> named = new EnumMap<>(Role.class);
        for (Role role : Role.values()) {
            List<String> given = groups == null ? null : groups.get(role);
            named.put(
                    role,
                    given == null
                            ? List.of()
                            : given.stream()
                                    .filter(Objects::nonNull)
                                    .map(String::strip)
                                    .filter(group -> !group.isEmpty())
                                    .distinct()
                                    .toList());
        }
        groups = Map.copyOf(named);
    }

    private static String text(String given) {
        return Objects.requireNonNullElse(given, "").strip();
    }

    /** @throws Invalid with every problem found */
    public void check() {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(name, LONGEST_NAME)) {
            problems.add(Problem.of("provider.name", "name"));
        }
        if (!SafeAddress.isForSecrets(issuer)) {
            problems.add(Problem.of("provider.issuer", "issuer"));
        }
        if (clientId.isEmpty() || clientId.length() > LONGEST || !PlainText.isLine(clientId)) {
            problems.add(Problem.of("provider.client", "clientId"));
        }
        if (groupsClaim.length() > LONGEST || !PlainText.isLine(groupsClaim)) {
            problems.add(Problem.of("provider.claim", "groupsClaim"));
        }
        List<String> all = groups.values().stream().flatMap(List::stream).toList();
        if (all.isEmpty()
                || all.size() > MOST_GROUPS
                || all.stream().anyMatch(group -> group.length() > LONGEST || !PlainText.isLine(group))) {
            problems.add(Problem.of("provider.groups", "groups"));
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    /** What somebody may do: the most that one of their groups gives; nothing where none of them is named. */
    public Optional<Role> roleOf(Collection<String> theirs) {
        return Stream.of(Role.values())
                .filter(role -> groups.getOrDefault(role, List.of()).stream().anyMatch(theirs::contains))
                .findFirst();
    }

    /** Somebody's groups as the claim says them: a list, or one by itself. */
    public List<String> groupsIn(Map<String, Object> claims) {
        Object found = claims.get(groupsClaim);
        if (found == null) {
            found = claims;
            for (String part : groupsClaim.split("\\.")) {
                found = found instanceof Map<?, ?> map ? map.get(part) : null;
            }
        }
        if (found instanceof Collection<?> several) {
            return several.stream().map(String::valueOf).toList();
        }
        return found instanceof String one ? List.of(one) : List.of();
    }

    /** The account's name here, made of what they are called there. @param called the preferred name, or a mail address */
    public static String loginOf(String called) {
        String plain = called.toLowerCase(Locale.ROOT)
                .replaceFirst("@.*$", "")
                .replaceAll("[^a-z0-9._-]", "-")
                .replaceFirst("^[._-]+", "");
        String login = plain.length() < 2 ? "account-" + plain : plain;
        return login.substring(0, Math.min(LONGEST_LOGIN, login.length()));
    }
}
