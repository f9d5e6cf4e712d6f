// Preloaded into a server, makes its writes to files of the database fail: the system's own answer, so that SQLite
// meets what a full or broken disk would give it. The file named by FAILING_DISK holds two 32-bit integers, which
// may change at any time: of how many writes in 1,000 one fails, and with which error number.
#define _GNU_SOURCE
#include <dlfcn.h>
#include <errno.h>
#include <fcntl.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/mman.h>
#include <sys/types.h>
#include <unistd.h>

static volatile int32_t *control;

__attribute__((constructor)) static void begin(void) {
  const char *path = getenv("FAILING_DISK");
  int fd = path ? open(path, O_RDONLY) : -1;
  if (fd < 0) return;
  void *mapped = mmap(NULL, 2 * sizeof(int32_t), PROT_READ, MAP_SHARED, fd, 0);
  if (mapped != MAP_FAILED) control = mapped;
  close(fd);
  srand(20261128);
}

static int fails(int fd) {
  if (!control || control[0] == 0 || rand() % 1000 >= control[0]) return 0;
  char link[64], target[4096];
  snprintf(link, sizeof link, "/proc/self/fd/%d", fd);
  ssize_t length = readlink(link, target, sizeof target - 1);
  if (length < 0) return 0;
  target[length] = 0;
  if (!strstr(target, ".sqlite")) return 0;
  errno = control[1];
  return 1;
}

#define REAL(name) ((__typeof__(&name))dlsym(RTLD_NEXT, #name))

ssize_t write(int fd, const void *bytes, size_t count) { return fails(fd) ? -1 : REAL(write)(fd, bytes, count); }

ssize_t pwrite(int fd, const void *bytes, size_t count, off_t offset) {
  // Half of a write may have been done when the disk was full.
  return fails(fd) ? (rand() % 2 ? -1 : REAL(pwrite)(fd, bytes, count / 2, offset)) : REAL(pwrite)(fd, bytes, count, offset);
}

ssize_t pwrite64(int fd, const void *bytes, size_t count, off64_t offset) {
  return fails(fd) ? (rand() % 2 ? -1 : REAL(pwrite64)(fd, bytes, count / 2, offset)) : REAL(pwrite64)(fd, bytes, count, offset);
}

int fsync(int fd) { return fails(fd) ? -1 : REAL(fsync)(fd); }

int fdatasync(int fd) { return fails(fd) ? -1 : REAL(fdatasync)(fd); }

int ftruncate(int fd, off_t length) { return fails(fd) ? -1 : REAL(ftruncate)(fd, length); }

int ftruncate64(int fd, off64_t length) { return fails(fd) ? -1 : REAL(ftruncate64)(fd, length); }
