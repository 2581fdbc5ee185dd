package idiotaxa.server.life;

import idiotaxa.server.people.AboutTrash;
import idiotaxa.server.people.ForManagers;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The trash: what was put there can be taken back until its time is over. */
@RestController
@RequestMapping("/api")
class TrashController {
  private final TrashService trash;

  TrashController(TrashService trash) {
    this.trash = trash;
  }

  /** What lies in the trash, last first. */
  @GetMapping("/trash")
  List<TrashService.TrashedView> list() {
    return trash.list();
  }

  /** Puts an asset into the trash. */
  @PostMapping("/assets/{id}/trash")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @AboutTrash
  void trashAsset(@PathVariable("id") long id) {
    trash.put(TrashKind.ASSET, id);
  }

  /** Takes an asset out of the trash. */
  @PostMapping("/assets/{id}/take-back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @AboutTrash
  void takeAssetBack(@PathVariable("id") long id) {
    trash.takeBack(TrashKind.ASSET, id);
  }

  /** Removes an asset in the trash for good, with all that belongs to it. */
  @DeleteMapping("/assets/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @AboutTrash
  @ForManagers
  void removeAsset(@PathVariable("id") long id) {
    trash.remove(TrashKind.ASSET, id);
  }

  /** Puts a model that is not the current one into the trash. */
  @PostMapping("/revisions/{id}/trash")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void trashModel(@PathVariable("id") long id) {
    trash.put(TrashKind.MODEL, id);
  }

  /** Takes a model out of the trash. */
  @PostMapping("/revisions/{id}/take-back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeModelBack(@PathVariable("id") long id) {
    trash.takeBack(TrashKind.MODEL, id);
  }

  /** Removes the files of a model in the trash for good. */
  @DeleteMapping("/revisions/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForManagers
  void removeModel(@PathVariable("id") long id) {
    trash.remove(TrashKind.MODEL, id);
  }

  /** Puts a bake into the trash that no package was made of. */
  @PostMapping("/bakes/{id}/trash")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void trashBake(@PathVariable("id") long id) {
    trash.put(TrashKind.BAKE, id);
  }

  /** Takes a bake out of the trash. */
  @PostMapping("/bakes/{id}/take-back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBakeBack(@PathVariable("id") long id) {
    trash.takeBack(TrashKind.BAKE, id);
  }

  /** Removes a bake in the trash for good. */
  @DeleteMapping("/bakes/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForManagers
  void removeBake(@PathVariable("id") long id) {
    trash.remove(TrashKind.BAKE, id);
  }

  /** Puts a package into the trash. */
  @PostMapping("/handoffs/{id}/trash")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void trashPackage(@PathVariable("id") long id) {
    trash.put(TrashKind.PACKAGE, id);
  }

  /** Takes a package out of the trash. */
  @PostMapping("/handoffs/{id}/take-back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takePackageBack(@PathVariable("id") long id) {
    trash.takeBack(TrashKind.PACKAGE, id);
  }

  /** Removes a package in the trash for good. */
  @DeleteMapping("/handoffs/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForManagers
  void removePackage(@PathVariable("id") long id) {
    trash.remove(TrashKind.PACKAGE, id);
  }
}
