// Asks the platform's own resource runtime for resources of a package.
// usage: resources FRAMEWORK.apk FILE.apk LOCALE DENSITY NIGHT PACKAGE type/name...
#include <androidfw/ApkAssets.h>
#include <androidfw/AssetManager2.h>
#include <androidfw/ResourceTypes.h>
#include <cstdio>
#include <cstdlib>
#include <cstring>
using namespace android;

static void print(const AssetManager2& assets, ApkAssetsCookie cookie, const Res_value& value) {
  if (value.dataType == Res_value::TYPE_STRING) {
    const ResStringPool* pool = assets.GetStringPoolForCookie(cookie);
    size_t length;
    const char* text = pool->string8At(value.data, &length);
    if (text != nullptr) {
      printf(" \"%.*s\"", (int) length, text);
    } else {
      printf(" \"%s\"", String8(pool->stringAt(value.data, &length), length).string());
    }
    const ResStringPool_span* span = pool->styleAt(value.data);
    for (; span != nullptr && span->name.index != ResStringPool_span::END; span++) {
      const char* tag = pool->string8At(span->name.index, &length);
      printf(" <%.*s %u-%u>", (int) length, tag, span->firstChar, span->lastChar);
    }
  } else {
    printf(" %02x:%08x", value.dataType, value.data);
  }
}

int main(int count, char** args) {
  if (count < 7) {
    return 2;
  }
  auto framework = ApkAssets::Load(args[1], true);
  auto app = ApkAssets::Load(args[2]);
  if (!framework || !app) {
    fprintf(stderr, "can't be loaded\n");
    return 1;
  }
  AssetManager2 assets;
  assets.SetApkAssets({framework.get(), app.get()});
  ResTable_config config;
  memset(&config, 0, sizeof config);
  config.density = atoi(args[4]);
  config.uiMode = atoi(args[5]) ? ResTable_config::UI_MODE_NIGHT_YES : ResTable_config::UI_MODE_NIGHT_NO;
  config.sdkVersion = 29;
  config.setBcp47Locale(args[3]);
  assets.SetConfiguration(config);
  for (int i = 7; i < count; i++) {
    uint32_t id = assets.GetResourceId(args[i], "", args[6]);
    printf("%s %08x", args[i], id);
    Res_value value;
    ResTable_config selected;
    uint32_t flags = 0;
    uint32_t reference = id;
    ApkAssetsCookie cookie = assets.GetResource(id, true, 0, &value, &selected, &flags);
    if (cookie == kInvalidCookie) {
      printf(" none\n");
      continue;
    }
    const ResolvedBag* bag = value.dataType == Res_value::TYPE_REFERENCE && value.data == id ? assets.GetBag(id) : nullptr;
    if (bag != nullptr) {
      for (uint32_t k = 0; k < bag->entry_count; k++) {
        printf(" %08x=", bag->entries[k].key);
        print(assets, bag->entries[k].cookie, bag->entries[k].value);
      }
    } else {
      cookie = assets.ResolveReference(cookie, &value, &selected, &flags, &reference);
      print(assets, cookie, value);
    }
    printf("\n");
  }
  return 0;
}
