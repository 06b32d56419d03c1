package org.pelerin.app.deployment.placing;

import java.io.IOException;
import java.security.Principal;
import java.time.Duration;
import java.util.Optional;
import org.pelerin.app.places.Picture;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The picture of a site, and the photos of its spots. */
@Controller
class PicturesController {

    private final PlaceService places;
    private final PlaceFinder find;

    PicturesController(PlaceService places, PlaceFinder find) {
        this.places = places;
        this.find = find;
    }

    @PostMapping("/places/{id}/picture")
    String picture(@PathVariable long id, @RequestParam MultipartFile file, Principal me, RedirectAttributes flash)
            throws IOException {
        find.site(id);
        try {
            places.picture(id, Picture.of(file.getBytes()), me.getName());
            flash.addFlashAttribute("said", Texts.of("deployment.placing.picturesController.chooseASpotBelowThen"));
        } catch (IllegalArgumentException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/places/" + id;
    }

    @PostMapping("/spots/{id}/photo")
    String photo(@PathVariable long id, @RequestParam MultipartFile file, Principal me, RedirectAttributes flash)
            throws IOException {
        find.spot(id);
        try {
            places.photo(id, Picture.of(file.getBytes()), me.getName());
            flash.addFlashAttribute("said", Texts.of("deployment.placing.picturesController.thePhotoIsSaved"));
        } catch (IllegalArgumentException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/spots/" + id;
    }

    @GetMapping("/places/{id}/picture")
    ResponseEntity<byte[]> picture(@PathVariable long id) {
        return image(places.pictureOf(id));
    }

    @GetMapping("/spots/{id}/photo")
    ResponseEntity<byte[]> photo(@PathVariable long id) {
        return image(places.photoOf(id));
    }

    /** Its address has a stamp, so that it may be kept for long. */
    private static ResponseEntity<byte[]> image(Optional<PlaceService.StoredPicture> picture) {
        PlaceService.StoredPicture p = picture.orElseThrow(
                () -> new NotThereException(Texts.of("deployment.placing.picturesController.thereIsNoPicture")));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(p.type()))
                .header("X-Content-Type-Options", "nosniff")
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .body(p.bytes());
    }
}
