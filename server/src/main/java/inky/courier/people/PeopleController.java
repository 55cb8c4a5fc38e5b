package inky.courier.people;

import inky.courier.core.access.Right;
import inky.courier.people.PeopleService.PersonForm;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.Needs;
import java.util.List;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
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
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/people")
class PeopleController {
    private final PeopleService people;

    PeopleController(PeopleService people) {
        this.people = people;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    ListPart<PersonView> listPeople(@ParameterObject ListRequest wanted) {
        return people.list(wanted);
    }

    /** Names of the groups that people are in. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/groups")
    List<String> listGroups() {
        return people.groups();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    PersonView getPerson(@PathVariable UUID id) {
        return people.get(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    PersonView addPerson(@RequestBody PersonForm form) {
        return people.add(form);
    }

    @PutMapping("/{id}")
    PersonView changePerson(@PathVariable UUID id, @RequestBody PersonForm form) {
        return people.change(id, form);
    }

    record Ability(boolean disabled) {}

    @PutMapping("/{id}/disabled")
    PersonView setDisabled(@PathVariable UUID id, @RequestBody Ability ability) {
        return people.setDisabled(id, ability.disabled());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deletePerson(@PathVariable UUID id) {
        people.delete(id);
    }
}
