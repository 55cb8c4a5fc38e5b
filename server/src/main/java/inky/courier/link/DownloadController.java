package inky.courier.link;

import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.delivery.DeliveryService;
import inky.courier.delivery.query.DeliveryQueries;
import inky.courier.link.Links.Link;
import inky.courier.settings.Settings;
import inky.courier.signin.SignInThrottle;
import inky.courier.signin.Source;
import inky.courier.signin.ThrottleKey;
import inky.courier.store.ContentStore;
import inky.courier.web.Needs;
import inky.courier.web.Refusal;
import inky.courier.web.StreamedContent;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** What a download page asks for, without any sign-in but its own address; and what the desk sees of such pages. */
@RestController
class DownloadController {
    private final Links links;
    private final DeliveryService deliveries;
    private final DeliveryQueries queries;
    private final ContentStore store;
    private final SignInThrottle throttle;
    private final Settings settings;

    DownloadController(
            Links links,
            DeliveryService deliveries,
            DeliveryQueries queries,
            ContentStore store,
            SignInThrottle throttle,
            Settings settings) {
        this.links = links;
        this.deliveries = deliveries;
        this.queries = queries;
        this.store = store;
        this.throttle = throttle;
        this.settings = settings;
    }

    record DownloadFile(int position, String name, long bytes, int pages) {}

    /** @param files empty while the passcode is still wanted */
    record DownloadPage(
            String office, Instant expiresAt, boolean asksPasscode, List<DownloadFile> files, String grant) {}

    record PasscodeGiven(String passcode) {}

    @GetMapping("/api/get/{token}")
    DownloadPage downloadPage(@PathVariable String token) {
        Link link = links.open(token);
        boolean asks = link.asksPasscode();
        return page(link, asks, asks ? "" : links.grant(link));
    }

    @PostMapping("/api/get/{token}")
    DownloadPage openDownloadPage(
            @PathVariable String token, @RequestBody PasscodeGiven given, HttpServletRequest request) {
        Link link = links.open(token);
        Source source = Source.of(request);
        SignInThrottle.Attempt attempt = throttle.begin(ThrottleKey.link(link.id()), ThrottleKey.source(source));
        if (!links.isRight(link, given.passcode().strip())) {
            links.note(link, source.address(), "wrong passcode");
            throttle.wrong(attempt, "", Place.DOWNLOAD_LINK, source);
            throw Refusal.of(HttpStatus.FORBIDDEN, "link.passcode");
        }
        throttle.right(attempt);
        return page(link, false, links.grant(link));
    }

    @GetMapping("/api/get/{token}/files/{position}")
    ResponseEntity<StreamingResponseBody> downloadFile(
            @PathVariable String token,
            @PathVariable int position,
            @RequestParam(defaultValue = "") String grant,
            HttpServletRequest request) {
        Link link = links.open(token);
        if (!links.isGranted(link, grant)) {
            throw Refusal.of(HttpStatus.FORBIDDEN, "link.passcode-again");
        }
        DeliveryService.Handout handout = deliveries.file(link.deliveryId(), position);
        String address = Source.of(request).address();
        // One who asks only for the head (RFC 9110 section 9.3.2) fetches nothing.
        boolean fetches = request.getMethod().equals("GET");
        return StreamedContent.download(store, handout.stored(), handout.name(), () -> {
            if (fetches) {
                links.note(link, address, "fetched " + handout.name());
            }
        });
    }

    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/api/deliveries/{id}/links")
    List<Links.LinkView> deliveryLinks(@PathVariable UUID id) {
        return links.of(queries.row(id).id());
    }

    @Needs(Right.ACT_ON_DELIVERIES)
    @DeleteMapping("/api/links/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdrawLink(@PathVariable UUID id) {
        links.deliveryOf(id).ifPresent(queries::row);
        links.withdraw(id);
    }

    private DownloadPage page(Link link, boolean asks, String grant) {
        List<DownloadFile> files = asks
                ? List.of()
                : deliveries.files(link.deliveryId()).stream()
                        .map(f -> new DownloadFile(f.position(), f.name(), f.bytes(), f.pages()))
                        .toList();
        return new DownloadPage(settings.read().office(), link.expiresAt(), asks, files, grant);
    }
}
