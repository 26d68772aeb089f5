// Solids as binary glTF.
#include <tiny_gltf.h>

#include <array>
#include <cstring>
#include <stdexcept>

#include "juggler/write.h"

namespace juggler {
namespace {

struct Look {
  const char* name;
  SolidFace face;
  std::array<double, 3> colour;
};
constexpr std::array<Look, 3> looks{{{"inside", SolidFace::inside, {0.80, 0.72, 0.60}},
                                     {"outside", SolidFace::outside, {0.62, 0.70, 0.78}},
                                     {"edge", SolidFace::edge, {0.30, 0.30, 0.32}}}};

class Model {
 public:
  Model() {
    model_.asset.version = "2.0";
    model_.asset.generator = "juggler";
    model_.buffers.emplace_back();
    model_.scenes.emplace_back();
    model_.defaultScene = 0;
    // Parts have z upwards, the format y.
    tinygltf::Node root;
    root.name = "job";
    constexpr double half = 0.70710678118654752;
    root.rotation = {-half, 0, 0, half};
    model_.nodes.push_back(root);
    model_.scenes[0].nodes = {0};
  }

  void add(const NamedSolid& s) {
    tinygltf::Mesh mesh;
    mesh.name = s.name;
    const int points = add_points(s.solid);
    for (const Look& look : looks) {
      tinygltf::Primitive p;
      p.indices = add_corners(s.solid, look.face);
      if (p.indices < 0) continue;
      p.attributes["POSITION"] = points;
      p.mode = TINYGLTF_MODE_TRIANGLES;
      p.material = add_material(s.name, look);
      mesh.primitives.push_back(std::move(p));
    }
    model_.meshes.push_back(std::move(mesh));
    for (size_t i = 0; i < s.stands.size(); ++i) add_node(s, i);
  }

  void write(std::ostream& out) {
    tinygltf::TinyGLTF writer;
    if (!writer.WriteGltfSceneToStream(&model_, out, false, true))
      throw std::runtime_error("the glTF cannot be made");
  }

 private:
  int add_view(const void* data, size_t size, int target) {
    std::vector<unsigned char>& bytes = model_.buffers[0].data;
    tinygltf::BufferView view;
    view.buffer = 0;
    view.byteOffset = bytes.size();
    view.byteLength = size;
    view.target = target;
    bytes.resize(bytes.size() + size);
    std::memcpy(bytes.data() + view.byteOffset, data, size);
    model_.bufferViews.push_back(view);
    return static_cast<int>(model_.bufferViews.size()) - 1;
  }
  int add_points(const Solid& s) {
    std::vector<float> metres;
    std::vector<double> low(3, HUGE_VAL), high(3, -HUGE_VAL);
    for (const Vec3& p : s.points) {
      const std::array at{p.x, p.y, p.z};
      for (size_t k = 0; k < 3; ++k) {
        const auto x = static_cast<float>(at[k] / 1000);
        metres.push_back(x);
        low[k] = std::min(low[k], static_cast<double>(x));
        high[k] = std::max(high[k], static_cast<double>(x));
      }
    }
    tinygltf::Accessor a;
    a.bufferView = add_view(metres.data(), metres.size() * sizeof(float), TINYGLTF_TARGET_ARRAY_BUFFER);
    a.componentType = TINYGLTF_COMPONENT_TYPE_FLOAT;
    a.count = s.points.size();
    a.type = TINYGLTF_TYPE_VEC3;
    a.minValues = low;
    a.maxValues = high;
    model_.accessors.push_back(a);
    return static_cast<int>(model_.accessors.size()) - 1;
  }
  int add_corners(const Solid& s, SolidFace face) {
    std::vector<std::uint32_t> corners;
    for (const SolidTriangle& t : s.triangles) {
      if (t.face == face) corners.insert(corners.end(), t.corners.begin(), t.corners.end());
    }
    if (corners.empty()) return -1;
    tinygltf::Accessor a;
    a.bufferView = add_view(corners.data(), corners.size() * sizeof(std::uint32_t),
                            TINYGLTF_TARGET_ELEMENT_ARRAY_BUFFER);
    a.componentType = TINYGLTF_COMPONENT_TYPE_UNSIGNED_INT;
    a.count = corners.size();
    a.type = TINYGLTF_TYPE_SCALAR;
    model_.accessors.push_back(a);
    return static_cast<int>(model_.accessors.size()) - 1;
  }
  int add_material(const std::string& name, const Look& look) {
    tinygltf::Material m;
    m.name = name + " " + look.name;
    m.pbrMetallicRoughness.baseColorFactor = {look.colour[0], look.colour[1], look.colour[2], 1};
    m.pbrMetallicRoughness.metallicFactor = 0.1;
    m.pbrMetallicRoughness.roughnessFactor = 0.7;
    model_.materials.push_back(m);
    return static_cast<int>(model_.materials.size()) - 1;
  }
  void add_node(const NamedSolid& s, size_t number) {
    const Frame& f = s.stands[number];
    tinygltf::Node node;
    node.name = s.name + (s.stands.size() > 1 ? " (" + std::to_string(number + 1) + ")" : "");
    node.mesh = static_cast<int>(model_.meshes.size()) - 1;
    node.matrix = {f.x.x,
                   f.x.y,
                   f.x.z,
                   0,
                   f.y.x,
                   f.y.y,
                   f.y.z,
                   0,
                   f.z.x,
                   f.z.y,
                   f.z.z,
                   0,
                   f.origin.x / 1000,
                   f.origin.y / 1000,
                   f.origin.z / 1000,
                   1};
    tinygltf::Value::Object extras{{"unit_of_sizes", tinygltf::Value(std::string("mm"))}};
    for (const auto& [key, value] : s.asked) extras.emplace(key, tinygltf::Value(value));
    node.extras = tinygltf::Value(extras);
    model_.nodes.push_back(node);
    model_.nodes[0].children.push_back(static_cast<int>(model_.nodes.size()) - 1);
  }

  tinygltf::Model model_;
};

}  // namespace

void write_glb(const std::vector<NamedSolid>& solids, std::ostream& out) {
  Model model;
  for (const NamedSolid& s : solids) model.add(s);
  model.write(out);
}

}  // namespace juggler
