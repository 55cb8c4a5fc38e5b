package inky.courier.mail;

import inky.courier.core.connection.Encryption;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.message.Message;
import inky.courier.web.Refusal;
import java.net.IDN;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.xbill.DNS.Lookup;
import org.xbill.DNS.MXRecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.Resolver;
import org.xbill.DNS.SRVRecord;
import org.xbill.DNS.SimpleResolver;
import org.xbill.DNS.TextParseException;
import org.xbill.DNS.Type;

/**
 * Which server takes an address's mail for sending, as far as DNS says so: SRV records of RFC 8314 (submission with TLS from the
 * start) and RFC 6186 (with STARTTLS), and where there are none, the hosts that take mail for the domain (MX, RFC 5321), which
 * often send it too. From memory.
 */
@Service
class MailServerGuess {
    private static final Duration PATIENCE = Duration.ofSeconds(3);
    private static final int SUBMISSION = 587;

    /** RFC 2782: a target of a single dot says that there is no such service. */
    private static final Name NONE = Name.root;

    private final String dnsServer;

    /** @param dnsServer host:port of the one to ask; empty for those of this machine */
    MailServerGuess(@Value("${courier.dns-server:}") String dnsServer) {
        this.dnsServer = dnsServer;
    }

    /** @param sure whether the domain says so itself; otherwise it may be so @param why what was found in DNS */
    record Guess(String host, int port, Encryption encryption, boolean sure, Message why) {}

    /**
     * The likeliest first; none where DNS says nothing.
     *
     * @throws inky.courier.core.Invalid when it is no mail address
     * @throws Refusal when DNS does not answer
     */
    List<Guess> of(String address) {
        MailAddress mailbox = new MailAddress(address.strip());
        String domain = IDN.toASCII(mailbox.domain());
        List<Guess> guesses = new ArrayList<>();
        guesses.addAll(services("_submissions._tcp." + domain, Encryption.TLS, "mail.guess.submissions"));
        guesses.addAll(services("_submission._tcp." + domain, Encryption.STARTTLS, "mail.guess.submission"));
        if (guesses.isEmpty()) {
            guesses.addAll(exchangers(domain));
        }
        return guesses;
    }

    private List<Guess> services(String name, Encryption encryption, String why) {
        return lookUp(name, Type.SRV).stream()
                .map(SRVRecord.class::cast)
                .filter(service -> !service.getTarget().equals(NONE))
                .sorted(Comparator.comparingInt(SRVRecord::getPriority)
                        .thenComparing(
                                Comparator.comparingInt(SRVRecord::getWeight).reversed()))
                .map(service ->
                        new Guess(host(service.getTarget()), service.getPort(), encryption, true, Message.of(why)))
                .toList();
    }

    private List<Guess> exchangers(String domain) {
        return lookUp(domain, Type.MX).stream()
                .map(MXRecord.class::cast)
                // RFC 7505: a null MX says that the domain takes no mail.
                .filter(exchanger -> !exchanger.getTarget().equals(NONE))
                .sorted(Comparator.comparingInt(MXRecord::getPriority))
                .map(exchanger -> new Guess(
                        host(exchanger.getTarget()),
                        SUBMISSION,
                        Encryption.STARTTLS,
                        false,
                        Message.of("mail.guess.mx")))
                .toList();
    }

    private static String host(Name target) {
        return target.toString(true).toLowerCase(Locale.ROOT);
    }

    private List<Record> lookUp(String name, int type) {
        try {
            Lookup lookup = new Lookup(Name.fromString(name, Name.root), type);
            lookup.setResolver(resolver());
            lookup.setCache(null);
            lookup.setSearchPath(List.<Name>of());
            Record[] found = lookup.run();
            if (lookup.getResult() == Lookup.TRY_AGAIN) {
                throw silent();
            }
            return found == null ? List.of() : Arrays.asList(found);
        } catch (TextParseException tooLong) {
            return List.of();
        } catch (UnknownHostException noSuchServer) {
            throw silent();
        }
    }

    private Resolver resolver() throws UnknownHostException {
        int colon = dnsServer.lastIndexOf(':');
        SimpleResolver resolver = dnsServer.isEmpty()
                ? new SimpleResolver()
                : new SimpleResolver(colon < 0 ? dnsServer : dnsServer.substring(0, colon));
        if (colon >= 0) {
            resolver.setPort(Integer.parseInt(dnsServer.substring(colon + 1)));
        }
        resolver.setTimeout(PATIENCE);
        return resolver;
    }

    private static Refusal silent() {
        return Refusal.of(HttpStatus.BAD_GATEWAY, "mail.no-dns");
    }
}
