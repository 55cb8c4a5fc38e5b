package inky.courier.destination;

import inky.courier.destination.DestinationService.DestinationForm;
import inky.courier.destination.DestinationService.DestinationView;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/destinations")
class DestinationController {
    private final DestinationService destinations;

    DestinationController(DestinationService destinations) {
        this.destinations = destinations;
    }

    @GetMapping
    List<DestinationView> listDestinations() {
        return destinations.list();
    }

    @GetMapping("/{id}")
    DestinationView getDestination(@PathVariable UUID id) {
        return destinations.get(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    DestinationView addDestination(@RequestBody DestinationForm form) {
        return destinations.add(form);
    }

    @PutMapping("/{id}")
    DestinationView changeDestination(@PathVariable UUID id, @RequestBody DestinationForm form) {
        return destinations.change(id, form);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteDestination(@PathVariable UUID id) {
        destinations.delete(id);
    }
}
