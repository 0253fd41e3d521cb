// The pass over the pixels of core/prove/stands-out.ts and the places of core/prove/picture.ts in C, for the bench to hold the product's own
// speed against: a made-up picture with specks on a lattice.
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

#define FOLLOW 3.2

static int *parent;
static int places;

static int rootOf(int label) {
  int root = label;
  while (parent[root] != root) root = parent[root];
  while (label != root) {
    const int next = parent[label];
    parent[label] = root;
    label = next;
  }
  return root;
}

static int joined(int label, int other) {
  if (!other) return label;
  const int root = rootOf(other);
  if (!label || root == label) return root;
  const int low = root < label ? root : label, high = root < label ? label : root;
  parent[high] = low;
  return low;
}

int main(void) {
  int width, height, columns, rows;
  if (scanf("%d %d %d %d", &width, &height, &columns, &rows) != 4) return 1;
  const long pixels = (long)width * height;
  const int wide = columns + 2, tall = rows + 2;
  float *light = malloc(pixels * sizeof(float));
  for (int y = 0; y < height; y++)
    for (int x = 0; x < width; x++)
      light[(long)y * width + x] = 40 + (x * 7 + y * 13) % 11 * 0.25f + (x % 200 < 5 && y % 200 < 5 ? 60 : 0);
  float *base = malloc(wide * tall * sizeof(float)), *deviation = malloc(wide * tall * sizeof(float));
  for (int r = 0; r < tall; r++)
    for (int c = 0; c < wide; c++) {
      base[r * wide + c] = 41 + (c * 3 + r * 5) % 7 * 0.125f;
      deviation[r * wide + c] = 2 + (c + r) % 3 * 0.125f;
    }

  struct timespec from, to;
  clock_gettime(CLOCK_MONOTONIC, &from);
  int *firstOf = malloc(wide * sizeof(int));
  for (int c = 0; c < wide; c++) {
    const double at = (c - 0.5) * width / columns - 0.5;
    int first = (int)at;
    if (first < at) first++;
    firstOf[c] = first < 0 ? 0 : first > width ? width : first;
  }
  float *difference = calloc(width, sizeof(float)), *sums[3], *limits[3];
  for (int k = 0; k < 3; k++) sums[k] = calloc(width, sizeof(float)), limits[k] = calloc(width, sizeof(float));
  float *z = calloc(pixels, sizeof(float));
  unsigned char *mask = calloc(pixels, 1);
  for (int y = 0; y < height; y++) {
    const double at = (y + 0.5) * rows / height + 0.5;
    const int low = (int)at;
    const double share = at - low;
    float *restrict sum = sums[y % 3], *restrict limit = limits[y % 3];
    const float *restrict row = light + (long)y * width;
    for (int c = 0; c < wide - 1; c++) {
      const int first = firstOf[c], end = firstOf[c + 1];
      if (first >= end) continue;
      const double t = (first + 0.5) * columns / width + 0.5 - c;
#define VALUE(grid, c) (grid[low * wide + (c)] + share * (grid[(low + 1) * wide + (c)] - grid[low * wide + (c)]))
      const double b0 = VALUE(base, c), d0 = VALUE(deviation, c);
      const double stepB = (VALUE(base, c + 1) - b0) * columns / width;
      const double stepD = 3 * FOLLOW * (VALUE(deviation, c + 1) - d0) * columns / width;
      double b = b0 + t * stepB * width / columns, d = 3 * FOLLOW * d0 + t * stepD * width / columns;
      for (int x = first; x < end; x++) {
        difference[x] = row[x] - b;
        limit[x] = d;
        b += stepB;
        d += stepD;
      }
    }
    for (int x = 1; x < width - 1; x++) sum[x] = difference[x - 1] + difference[x] + difference[x + 1];
    if (y < 2) continue;
    const float *restrict middle = limits[(y + 2) % 3];
    const float *r0 = sums[0], *r1 = sums[1], *r2 = sums[2];
    const long before = (long)(y - 1) * width;
    for (int x = 1; x < width - 1; x++) {
      const double nine = (double)r0[x] + r1[x] + r2[x];
      if (nine < middle[x]) continue;
      z[before + x] = FOLLOW * nine / middle[x];
      mask[before + x] = 1;
    }
  }

  int *labels = calloc(pixels, sizeof(int));
  int room = 1024, labelCount = 1;
  parent = malloc(room * sizeof(int));
  parent[0] = 0;
  long setRoom = 1024, setCount = 0;
  int *set = malloc(setRoom * sizeof(int));
  for (int y = 0; y < height; y++)
    for (int x = 0; x < width; x++) {
      const long i = (long)y * width + x;
      if (!mask[i]) continue;
      int label = x > 0 ? joined(0, labels[i - 1]) : 0;
      if (y > 0) {
        if (x > 0) label = joined(label, labels[i - width - 1]);
        label = joined(label, labels[i - width]);
        if (x < width - 1) label = joined(label, labels[i - width + 1]);
      }
      if (!label) {
        if (labelCount == room) parent = realloc(parent, (room *= 2) * sizeof(int));
        label = labelCount++;
        parent[label] = label;
      }
      labels[i] = label;
      if (setCount == setRoom) set = realloc(set, (setRoom *= 2) * sizeof(int));
      set[setCount++] = i;
    }
  int *numbers = calloc(labelCount, sizeof(int));
  for (long k = 0; k < setCount; k++) {
    const int root = rootOf(labels[set[k]]);
    if (!numbers[root]) numbers[root] = ++places;
    labels[set[k]] = numbers[root];
  }
  clock_gettime(CLOCK_MONOTONIC, &to);
  double strongest = 0;
  for (long i = 0; i < pixels; i++)
    if (z[i] > strongest) strongest = z[i];
  printf("%.3f %d %ld %.4f\n", (to.tv_sec - from.tv_sec) * 1e3 + (to.tv_nsec - from.tv_nsec) / 1e6, places, setCount, strongest);
  return 0;
}
