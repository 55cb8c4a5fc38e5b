package inky.courier.people;

import inky.courier.core.access.Right;
import inky.courier.people.Cards.CardView;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** PINs and cards of people, and what PINs are worth. */
@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/people")
class PinController {
    private final Pins pins;
    private final Cards cards;
    private final PinAdviser adviser;

    PinController(Pins pins, Cards cards, PinAdviser adviser) {
        this.pins = pins;
        this.cards = cards;
        this.adviser = adviser;
    }

    /** A PIN in clear, for the one moment after it was made. */
    record MadePin(String pin) {}

    /** Makes a new PIN and shows it this once. */
    @PostMapping("/{id}/pin")
    MadePin makePin(@PathVariable UUID id) {
        return new MadePin(pins.make(List.of(id)).get(0).pin());
    }

    @DeleteMapping("/{id}/pin")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takePinAway(@PathVariable UUID id) {
        pins.takeAway(id);
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}/cards")
    List<CardView> listCards(@PathVariable UUID id) {
        return cards.of(id);
    }

    record CardState(boolean lost) {}

    @PutMapping("/{id}/cards/{card}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setCardLost(@PathVariable UUID id, @PathVariable UUID card, @RequestBody CardState state) {
        cards.setLost(id, card, state.lost());
    }

    @DeleteMapping("/{id}/cards/{card}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeCard(@PathVariable UUID id, @PathVariable UUID card) {
        cards.remove(id, card);
    }

    /**
     * What PINs of each length are worth.
     *
     * @param people who have one, and {@code devices} at which they sign in; absent for as many as there are
     * @param bound the chance that is taken, above 0 and below 1
     */
    @Needs(Right.READ_SETUP)
    @GetMapping("/pin-advice")
    PinAdviser.Advised pinAdvice(
            @RequestParam(required = false) @Nullable Integer people,
            @RequestParam(required = false) @Nullable Integer devices,
            @RequestParam(defaultValue = "0.01") double bound) {
        return adviser.advise(Optional.ofNullable(people), Optional.ofNullable(devices), bound);
    }
}
