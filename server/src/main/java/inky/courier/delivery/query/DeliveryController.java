package inky.courier.delivery.query;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.delivery.ByHand;
import inky.courier.delivery.DeliveryService;
import inky.courier.delivery.DeliveryState;
import inky.courier.delivery.query.DeliveryQueries.DeliveryPage;
import inky.courier.delivery.query.DeliveryQueries.Filter;
import inky.courier.delivery.query.DeliveryQueries.Listing;
import inky.courier.scan.PageEditForm;
import inky.courier.store.ContentStore;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.security.Principal;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

@RestController
@Needs(Right.READ_DELIVERIES)
@RequestMapping("/api/deliveries")
class DeliveryController {
    private final DeliveryService deliveries;
    private final DeliveryQueries queries;
    private final ContentStore store;
    private final ByHand byHand;
    private final SecurityLog log;
    private final PageOpenings openings;

    DeliveryController(
            DeliveryService deliveries,
            DeliveryQueries queries,
            ContentStore store,
            ByHand byHand,
            SecurityLog log,
            PageOpenings openings) {
        this.openings = openings;
        this.byHand = byHand;
        this.log = log;
        this.deliveries = deliveries;
        this.queries = queries;
        this.store = store;
    }

    @GetMapping
    Listing listDeliveries(
            @RequestParam(defaultValue = "") List<DeliveryState> state,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(required = false) @Nullable UUID person,
            @RequestParam(required = false) @Nullable UUID device,
            @RequestParam(required = false) @Nullable UUID job,
            @RequestParam(defaultValue = "") String text,
            @RequestParam(defaultValue = "0") long before,
            @RequestParam(defaultValue = "60") int limit) {
        return queries.list(new Filter(
                state.stream().filter(Objects::nonNull).toList(), day, person, device, job, text, before, limit));
    }

    @GetMapping("/{id}")
    DeliveryPage getDelivery(@PathVariable UUID id) {
        return queries.page(id);
    }

    /** Tries again, holds, releases, stops or sends elsewhere: one, several, or all that stand for one cause. */
    @Needs(Right.ACT_ON_DELIVERIES)
    @PostMapping("/act")
    ByHand.Done actOnDeliveries(@RequestBody ByHand.Order order) {
        return byHand.carryOut(order);
    }

    /** Turns, crops, leaves out, brings back, moves or splits, before the files have gone. */
    @Needs(Right.OPEN_PAGES)
    @PostMapping("/{id}/edits")
    DeliveryPage editDeliveryPage(@PathVariable UUID id, @RequestBody PageEditForm edit) {
        byHand.edit(id, edit);
        return queries.page(id);
    }

    @Needs(Right.OPEN_PAGES)
    @DeleteMapping("/{id}/edits/last")
    DeliveryPage undoDeliveryEdit(@PathVariable UUID id) {
        byHand.undoEdit(id);
        return queries.page(id);
    }

    @Needs(Right.OPEN_PAGES)
    @GetMapping("/{id}/files/{position}")
    ResponseEntity<StreamingResponseBody> deliveryFile(
            @PathVariable UUID id, @PathVariable int position, Principal who, HttpServletRequest request) {
        DeliveryService.Handout handout = deliveries.file(id, position);
        log.note(SecurityLog.Event.DOWNLOADED, who.getName(), Place.DESK, request.getRemoteAddr(), handout.name());
        return StreamedContent.download(store, handout.stored(), handout.name());
    }

    @Needs(Right.OPEN_PAGES)
    @GetMapping("/{id}/pages/{page}/thumbnail")
    ResponseEntity<byte[]> deliveryThumbnail(
            @PathVariable UUID id, @PathVariable UUID page, Principal who, HttpServletRequest request)
            throws IOException {
        openings.note(who.getName(), id, request.getRemoteAddr());
        return StreamedContent.picture(deliveries.picture(id, page, true));
    }

    @Needs(Right.OPEN_PAGES)
    @GetMapping("/{id}/pages/{page}/image")
    ResponseEntity<byte[]> deliveryImage(
            @PathVariable UUID id, @PathVariable UUID page, Principal who, HttpServletRequest request)
            throws IOException {
        openings.note(who.getName(), id, request.getRemoteAddr());
        return StreamedContent.picture(deliveries.picture(id, page, false));
    }
}
