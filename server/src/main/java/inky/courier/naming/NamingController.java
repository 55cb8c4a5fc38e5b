package inky.courier.naming;

import inky.courier.core.access.Right;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.naming.Vocabulary;
import inky.courier.naming.NamingService.NameForm;
import inky.courier.naming.NamingService.NameView;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/names")
class NamingController {
    private final NamingService names;

    NamingController(NamingService names) {
        this.names = names;
    }

    /** @param id of the kept template that is being changed; null for a new one */
    record PreviewRequest(@Nullable UUID id, String template) {}

    /** What an editor of templates offers. */
    record TemplateWords(List<Vocabulary.Word> fields, List<Vocabulary.Word> options) {}

    @Needs(Right.READ_SETUP)
    @GetMapping("/words")
    TemplateWords templateWords(@RequestParam(defaultValue = "FILE_NAME") TemplateParser.Use use) {
        return new TemplateWords(names.fields(use), Vocabulary.options());
    }

    @Needs(Right.READ_SETUP)
    @PostMapping("/preview")
    NamingService.NamePreview previewName(@RequestBody PreviewRequest request) {
        return names.preview(request.id(), request.template());
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    List<NameView> listNames() {
        return names.list();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    NameView getName(@PathVariable UUID id) {
        return names.get(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    NameView addName(@RequestBody NameForm form) {
        return names.add(form);
    }

    @PutMapping("/{id}")
    NameView changeName(
            @PathVariable UUID id,
            @RequestBody NameForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return names.change(id, form, version);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteName(@PathVariable UUID id) {
        names.delete(id);
    }
}
