// The passes of core/prove/panel-light.ts, line-sums.ts, stands-out.ts and near-places.ts in C, for the bench to hold the product's own
// speed against: a made-up picture of stripes with specks on a lattice, its grid taken out, its lines summed, its specks found.
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

#define FOLLOW 3.2
#define FARTHEST 26
#define RIM 33
#define LEVELS 6
#define DIRECTIONS 32
#define PARTS 50
#define Z_PARTS 64

static int width, height;

static double now(void) {
  struct timespec at;
  clock_gettime(CLOCK_MONOTONIC, &at);
  return at.tv_sec * 1e3 + at.tv_nsec / 1e6;
}

// Means of a row over 2 * reach + 1 neighbours.
static void along(const float *restrict from, float *restrict to, int pixels, int reach) {
  float sum = 0;
  int many = 0;
  for (int x = -reach; x < pixels; x++) {
    if (x + reach < pixels) sum += from[x + reach], many++;
    if (x - reach - 1 >= 0) sum -= from[x - reach - 1], many--;
    if (x >= 0) to[x] = sum / many;
  }
}

typedef struct {
  float *ring, *sums, *row;
  int reach, many;
} Box;

static Box boxOf(int pixels, int reach) {
  Box box = {malloc((2 * reach + 1) * (size_t)pixels * sizeof(float)), calloc(pixels, sizeof(float)),
             malloc(pixels * sizeof(float)), reach, 0};
  return box;
}

// Brings the sums of columns to row y, from row -reach on.
static void toRow(Box *box, int y, const float *from, int pixels, int rows, int isAbs) {
  const int n = 2 * box->reach + 1;
  float *restrict sums = box->sums;
  if (y - box->reach - 1 >= 0) {
    const float *restrict old = box->ring + (size_t)((y - box->reach - 1) % n) * pixels;
    for (int x = 0; x < pixels; x++) sums[x] -= old[x];
    box->many--;
  }
  if (y + box->reach >= rows) return;
  float *restrict own = box->ring + (size_t)((y + box->reach) % n) * pixels;
  const float *row = from + (size_t)(y + box->reach) * pixels;
  if (isAbs) {
    for (int x = 0; x < pixels; x++) box->row[x] = fabsf(row[x]);
    row = box->row;
  }
  along(row, own, pixels, box->reach);
  for (int x = 0; x < pixels; x++) sums[x] += own[x];
  box->many++;
}

static int *parent;
static int rootOf(int k) {
  int root = k;
  while (parent[root] != root) root = parent[root];
  while (k != root) {
    const int next = parent[k];
    parent[k] = root;
    k = next;
  }
  return root;
}
static void join(int a, int b) {
  if (parent[a] == parent[b]) return;
  const int p = rootOf(a), q = rootOf(b);
  if (p < q) parent[q] = p;
  else parent[p] = q;
}

int main(void) {
  int columns, rows, steps, by, close, far, smooth, near;
  if (scanf("%d %d %d %d %d %d %d %d %d", &width, &height, &columns, &rows, &by, &close, &far, &smooth, &near) != 9) return 1;
  if (scanf("%d", &steps) != 1) return 1;
  int *dx = malloc(steps * sizeof(int)), *dy = malloc(steps * sizeof(int));
  float *weights = malloc(steps * sizeof(float));
  for (int k = 0; k < steps; k++)
    if (scanf("%d %d %f", dx + k, dy + k, weights + k) != 3) return 1;
  const size_t pixels = (size_t)width * height;
  const int wide = columns + 2, tall = rows + 2;
  float *light = malloc(pixels * sizeof(float)), *shown = malloc(pixels * sizeof(float));
  for (int y = 0; y < height; y++)
    for (int x = 0; x < width; x++)
      light[(size_t)y * width + x] =
          40 + (x * 7 + y * 13) % 11 * 0.25f + x % 4 * 20 + (x % 200 < 5 && y % 200 < 5 ? 60 : 0);
  float *base = malloc(wide * tall * sizeof(float)), *deviation = malloc(wide * tall * sizeof(float));
  for (int r = 0; r < tall; r++)
    for (int c = 0; c < wide; c++) {
      base[r * wide + c] = 71 + (c * 3 + r * 5) % 7 * 0.125f;
      deviation[r * wide + c] = 2 + (c + r) % 3 * 0.125f;
    }
  double laps[4], from = now();

  // Without its grid.
  memcpy(shown, light, pixels * sizeof(float));
  for (int y = FARTHEST; y < height - FARTHEST; y++) {
    float *restrict to = shown + (size_t)y * width;
    const float *restrict own = light + (size_t)y * width;
    for (int x0 = FARTHEST; x0 < width - FARTHEST; x0 += 64) {
      const int n = width - FARTHEST - x0 < 64 ? width - FARTHEST - x0 : 64;
      float value[64] = {0};
      for (int k = 0; k < steps; k++) {
        const float *restrict one = own + x0 + dy[k] * width + dx[k], *restrict other = own + x0 - dy[k] * width - dx[k];
        const float weight = weights[k];
        for (int x = 0; x < n; x++) value[x] += weight * (one[x] + other[x]);
      }
      memcpy(to + x0, value, n * sizeof(float));
    }
  }
  int apart = 0, *places = malloc(pixels * sizeof(int) / 8);
  float *beyond = malloc(pixels * sizeof(float) / 8);
  for (size_t i = 0; i < pixels; i++) {
    const float off = light[i] - shown[i];
    if (fabsf(off) > 20) places[apart] = i, beyond[apart++] = off;
  }
  Box level = boxOf(width, smooth);
  for (int y = -smooth; y < height; y++) {
    toRow(&level, y, shown, width, height, 0);
    if (y < 0) continue;
    const float share = 1.0f / level.many;
    float *restrict to = shown + (size_t)y * width;
    const float *restrict own = light + (size_t)y * width, *restrict sums = level.sums;
    for (int x = 0; x < width; x++) to[x] = own[x] - to[x] + share * sums[x];
  }
  laps[0] = now() - from;
  from = now();

  // What stands out of its surroundings, and its places.
  int *firstOf = malloc(wide * sizeof(int));
  for (int c = 0; c < wide; c++) {
    const double at = (c - 0.5) * width / columns - 0.5;
    int first = (int)at;
    if (first < at) first++;
    firstOf[c] = first < 0 ? 0 : first > width ? width : first;
  }
  float *difference = calloc(width, sizeof(float)), *sums[3], *limits[3];
  for (int k = 0; k < 3; k++) sums[k] = calloc(width, sizeof(float)), limits[k] = calloc(width, sizeof(float));
  int room = 1024, many = 0, *at = malloc(room * sizeof(int));
  float *z = malloc(room * sizeof(float));
  for (int y = 0; y < height; y++) {
    const double place = (y + 0.5) * rows / height + 0.5;
    const int low = (int)place;
    const double share = place - low;
    float *restrict sum = sums[y % 3], *restrict limit = limits[y % 3];
    const float *restrict row = shown + (size_t)y * width;
    for (int c = 0; c < wide - 1; c++) {
      const int first = firstOf[c], end = firstOf[c + 1];
      if (first >= end) continue;
      const double t = (first + 0.5) * columns / width + 0.5 - c;
#define VALUE(grid, c) (grid[low * wide + (c)] + share * (grid[(low + 1) * wide + (c)] - grid[low * wide + (c)]))
      const double b0 = VALUE(base, c), d0 = VALUE(deviation, c);
      const float stepB = (VALUE(base, c + 1) - b0) * columns / width;
      const float stepD = 3 * FOLLOW * (VALUE(deviation, c + 1) - d0) * columns / width;
      const float b = b0 + t * stepB * width / columns, d = 3 * FOLLOW * d0 + t * stepD * width / columns;
      for (int x = first; x < end; x++) {
        difference[x] = row[x] - (b + (x - first) * stepB);
        limit[x] = d + (x - first) * stepD;
      }
    }
    for (int x = 1; x < width - 1; x++) sum[x] = difference[x - 1] + difference[x] + difference[x + 1];
    if (y < 2) continue;
    const float *restrict middle = limits[(y + 2) % 3];
    const float *r0 = sums[0], *r1 = sums[1], *r2 = sums[2];
    for (int x = 1; x < width - 1; x++) {
      const float nine = r0[x] + r1[x] + r2[x];
      if (fabsf(nine) < middle[x]) continue;
      if (many == room) {
        room *= 2;
        at = realloc(at, room * sizeof(int));
        z = realloc(z, room * sizeof(float));
      }
      at[many] = (y - 1) * width + x;
      z[many++] = FOLLOW * nine / middle[x];
    }
  }
  parent = malloc((many + 1) * sizeof(int));
  for (int k = 0; k < many; k++) parent[k] = k;
  int *begins = calloc(near + 1, sizeof(int));
  for (int k = 0; k < many; k++) {
    const int row = at[k] / width, x = at[k] % width;
    if (k > 0 && at[k - 1] >= row * width && at[k] - at[k - 1] <= near) join(k, k - 1);
    for (int up = 1; up <= near && up <= row; up++) {
      const int start = (row - up) * width;
      const int least = start + (x > near ? x - near : 0), most = start + (x + near < width ? x + near : width - 1);
      int one = begins[up];
      while (at[one] < least) one++;
      begins[up] = one;
      for (; at[one] <= most; one++) join(k, one);
    }
  }
  int groups = 0;
  for (int k = 0; k < many; k++) groups += rootOf(k) == k;
  laps[1] = now() - from;
  from = now();

  // How far each square leaves the light close about it.
  const int w = width / by, h = height / by;
  float *values = light;
  memset(values, 0, (size_t)w * h * sizeof(float));
  Box fine = boxOf(width, close);
  float *work = malloc(width * sizeof(float));
  for (int y = -close; y < height; y++) {
    toRow(&fine, y, shown, width, height, 0);
    if (y < 0 || y >= h * by) continue;
    const float share = 1.0f / fine.many, scale = -1.0f / by;
    const float *restrict row = shown + (size_t)y * width;
    for (int x = 0; x < width; x++) work[x] = scale * (row[x] - share * fine.sums[x]);
    float *restrict to = values + (size_t)(y / by) * w;
    for (int x = 0; x < w; x++)
      for (int k = 0; k < by; k++) to[x] += work[x * by + k];
  }
  const int padded = w + 2 * RIM;
  const long count = (long)padded * (h + 2 * RIM);
  int16_t *levels[LEVELS];
  for (int k = 0; k < LEVELS; k++) levels[k] = calloc(count, sizeof(int16_t));
  Box scatter = boxOf(w, far);
  for (int y = -far; y < h; y++) {
    toRow(&scatter, y, values, w, h, 1);
    if (y < 0) continue;
    const float share = 1.25f / scatter.many;
    const float *restrict row = values + (size_t)y * w;
    int16_t *restrict to = levels[0] + (size_t)(y + RIM) * padded + RIM;
    for (int x = 0; x < w; x++) {
      const float value = row[x] / (share * scatter.sums[x] + 1e-6f);
      to[x] = rintf(PARTS * (value > 2.5f ? 2.5f : value < -2.5f ? -2.5f : value));
    }
  }
  laps[2] = now() - from;
  from = now();

  // Sums along lines.
  int16_t *best = calloc((size_t)w * h, sizeof(int16_t));
  uint8_t *direction = calloc((size_t)w * h, 1);
  int made[LEVELS] = {0}, madeTo = 0, *counts = malloc(32768 * sizeof(int));
  const long size = (long)w * h, stride = size / 6000 > 1 ? size / 6000 : 1;
  for (int d = 0; d < DIRECTIONS; d++) {
    const double angle = M_PI * d / DIRECTIONS, c = cos(angle), s = sin(angle);
    const double most = fabs(c) > fabs(s) ? fabs(c) : fabs(s);
#define STEP(n) ((int)floor((n) * s / most + 1e-9 + 0.5) * padded + (int)floor((n) * c / most + 1e-9 + 0.5))
    for (int k = 1; k < LEVELS; k++) {
      const int length = 1 << k, step = STEP(length / 2);
      if (k > madeTo || made[k] != step) {
        const int16_t *restrict one = levels[k - 1];
        int16_t *restrict to = levels[k];
        for (long i = step < 0 ? -step : 0; i < count - (step > 0 ? step : 0); i++) to[i] = one[i] + one[i + step];
        made[k] = step;
        madeTo = k;
      }
      const int every = k == 3 ? 4 : k == 4 ? 2 : k == 5 ? 1 : 0;
      if (!every || d % every) continue;
      const int back = STEP((length - 1) / 2.0);
      memset(counts, 0, 32768 * sizeof(int));
      int taken = 0;
      for (long i = stride >> 1; i < size; i += stride, taken++)
        counts[abs(levels[k][(i / w + RIM) * padded + i % w + RIM - back])]++;
      int median = 0;
      for (int below = counts[0]; below <= taken >> 1;) below += counts[++median];
      const double sigma = 1.4826 * median, whole = round(32768.0 * Z_PARTS / (sigma > 1 ? sigma : 1));
      const int scale = whole < 32767 ? whole : 32767;
      for (int y = 0; y < h; y++) {
        const int16_t *restrict own = levels[k] + (size_t)(y + RIM) * padded + RIM - back;
        int16_t *restrict top = best + (size_t)y * w;
        uint8_t *restrict ways = direction + (size_t)y * w;
        for (int x = 0; x < w; x++) {
          const int16_t value = (own[x] * scale + 0x4000) >> 15;
          const int isMore = value > top[x];
          top[x] = isMore ? value : top[x];
          ways[x] = isMore ? d : ways[x];
        }
      }
    }
  }
  laps[3] = now() - from;
  long strongest = 0;
  for (long i = 0; i < size; i++) strongest += best[i];
  printf("%.3f %d %d %d %ld %.3f %.3f %.3f %.3f\n", laps[0] + laps[1] + laps[2] + laps[3], apart, groups, many, strongest / size,
         laps[0], laps[1], laps[2], laps[3]);
  return direction[0] > DIRECTIONS || beyond[0] > 1e9f || z[0] > 1e9f;
}
