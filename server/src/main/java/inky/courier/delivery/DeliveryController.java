package inky.courier.delivery;

import inky.courier.delivery.DeliveryQueries.DeliveryPage;
import inky.courier.delivery.DeliveryQueries.Filter;
import inky.courier.delivery.DeliveryQueries.Listing;
import inky.courier.store.ContentStore;
import inky.courier.web.Handing;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

@RestController
@RequestMapping("/api/deliveries")
class DeliveryController {
    private final DeliveryService deliveries;
    private final DeliveryQueries queries;
    private final ContentStore store;

    DeliveryController(DeliveryService deliveries, DeliveryQueries queries, ContentStore store) {
        this.deliveries = deliveries;
        this.queries = queries;
        this.store = store;
    }

    record CauseAgain(UUID routeId, String cause) {}

    record Again(int deliveries) {}

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
        return queries.list(new Filter(state, day, person, device, job, text, before, limit));
    }

    @GetMapping("/{id}")
    DeliveryPage getDelivery(@PathVariable UUID id) {
        return queries.page(id);
    }

    @PostMapping("/{id}/again")
    DeliveryPage tryAgain(@PathVariable UUID id) {
        deliveries.tryAgain(id);
        return queries.page(id);
    }

    @PostMapping("/again")
    Again tryAllAgain(@RequestBody CauseAgain cause) {
        return new Again(deliveries.tryAllAgain(cause.routeId(), cause.cause()));
    }

    @GetMapping("/{id}/files/{position}")
    ResponseEntity<StreamingResponseBody> deliveryFile(@PathVariable UUID id, @PathVariable int position) {
        DeliveryService.Handout handout = deliveries.file(id, position);
        return Handing.download(store, handout.stored(), handout.name());
    }

    @GetMapping("/{id}/pages/{number}/thumbnail")
    ResponseEntity<StreamingResponseBody> deliveryThumbnail(@PathVariable UUID id, @PathVariable int number) {
        return Handing.picture(store, deliveries.page(id, number, true));
    }

    @GetMapping("/{id}/pages/{number}/image")
    ResponseEntity<StreamingResponseBody> deliveryImage(@PathVariable UUID id, @PathVariable int number) {
        return Handing.picture(store, deliveries.page(id, number, false));
    }
}
