package inky.courier.naming;

import inky.courier.core.access.Right;
import inky.courier.web.Needs;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/counters")
class CounterController {
    private final CounterBook counters;

    CounterController(CounterBook counters) {
        this.counters = counters;
    }

    /** @param last the number that counts as given, so the next is one more */
    record CounterForm(String scope, long last) {}

    @Needs(Right.READ_SETUP)
    @GetMapping
    CounterBook.CounterList listCounters(@RequestParam(defaultValue = "") String find) {
        return counters.current(find);
    }

    @PutMapping
    CounterBook.CounterView setCounter(@RequestBody CounterForm form) {
        return counters.set(form.scope(), form.last());
    }
}
