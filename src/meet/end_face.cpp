#include "end_face.h"

#include <algorithm>

#include "form/cuts.h"
#include "geom/patience.h"

namespace juggler {
namespace {

constexpr double grazes = 0.05;  // sine of the angle below which a kink is looked for

NeighbourFace face_met(const Form& f, const EndBody& end) {
  if (!end.beside) return {end.met, end.face == Face::outside ? outside_layer : inside_layer};
  const double layer = touching_layer(f, end);
  return {end.met, WallLayer{f.thickness > 0 ? layer / f.thickness : 0}};
}

}  // namespace

double size_layer(const Form& f, EndName end) {
  for (const AskedCircle& c : f.asked) {
    if (c.end == end) return c.layer;
  }
  for (const AskedProfile& p : f.profiles) {
    if (p.end == end) return p.layer;
  }
  return f.neutral_depth;
}

// breech.md (2): on which legs touch that stand beside each other.
double touching_layer(const Form& f, const EndBody& end) {
  const Contact contact = end.contact_made();
  if (contact == Contact::clear) return f.thickness;
  if (contact == Contact::full) return 0;
  return contact_layer(contact, size_layer(f, end.end), f.thickness, f.neutral_depth);
}

EndOnFace::EndOnFace(const Form& whole, const EndBody& end)
    : form_(whole), end_(end), face_(face_met(whole, end)) {
  from_outside_ = end.beside || comes_from_outside();
  if (!end.beside) face_ = face_.moved(*from_outside_ ? end.gap : -end.gap);
}

double EndOnFace::own(double u) const {
  const double from = form_.wall.front().from;
  const double to = form_.wall.back().to;
  return u >= from && u <= to ? u : u - two_pi * std::floor((u - from) / two_pi);
}

std::vector<double> EndOnFace::layers() const {
  if (end_.beside) return {touching_layer(form_, end_)};
  const Contact contact = end_.contact_made();
  const double t = form_.thickness;
  if (contact == Contact::clear || contact == Contact::full)
    return t > 0 ? std::vector<double>{0, t} : std::vector<double>{0};
  return {contact_layer(contact, form_.neutral_depth, t, form_.neutral_depth)};
}

std::optional<Met> EndOnFace::meet(const Ruling& r, double from, double layer) const {
  const SpaceLine line{r.c + layer * r.n + from * r.e, sense() * r.e};
  const auto met = face_.first(line);
  if (!met) return std::nullopt;
  Met m;
  m.at = *met;
  m.length = met->at.along;
  m.cut.s = from + sense() * met->at.along;
  const double climb = dot(met->normal, r.e);
  // (4); of a leg the layer is the same of both, and so is the equation.
  m.cut.ds = -dot(met->normal, r.dc + layer * r.dn + m.cut.s * r.de) / climb;
  m.lean = dot(met->normal, r.n);
  m.sine = sense() * climb;
  // What passes over an open end and comes to the far wall from within is not received.
  if (from_outside_ && (m.sine < 0) != *from_outside_) return std::nullopt;
  return m;
}

double EndOnFace::miss(double u, double layer) const {
  const Ruling r = ruling(u);
  return face_.miss({r.c + layer * r.n + start(u) * r.e, sense() * r.e}, from_outside_.value_or(true));
}

// As most of its rulings come.
bool EndOnFace::comes_from_outside() const {
  constexpr int looks = 24;
  int outside = 0;
  for (int i = 0; i < looks; ++i) {
    const double from = form_.wall.front().from;
    const auto met = meet(from + (form_.wall.back().to - from) * (i + 0.5) / looks, form_.thickness / 2);
    if (met) outside += met->sine < 0 ? 1 : -1;
  }
  return outside >= 0;
}

Phrase plan_words(const Form& f, double u) {
  const double plan = plan_at(f, u).radians();
  return "plan angle " + shown_degrees(Angle::radians(plan - two_pi * std::floor(plan / two_pi)));
}

namespace {

[[noreturn]] void refuse_missing(const EndOnFace& end, double u, double layer) {
  const EndBody& e = end.end();
  const double miss = end.miss(u, layer);
  throw Refusal({.reason = "does not receive all of this part: a ruling of it misses its " +
                           std::string(e.face == Face::outside ? "outside" : "inside"),
                 .key = e.key,
                 .found = e.body + ", which it misses by " + shown_mm(miss) + " at " + end.plan(u),
                 .allowed = "a part that every ruling runs into between its ends",
                 .advice = "move it nearer to the middle of the other, turn it, or make it narrower"});
}

[[noreturn]] void refuse_torn(const EndOnFace& end, double u) {
  const EndBody& e = end.end();
  throw Refusal({.reason = "would tear the edge: neighbouring rulings meet places of it that lie apart",
                 .key = e.key,
                 .found = e.body + " at " + end.plan(u),
                 .advice = "move it off the edge of the other, or turn it"});
}

// A rim that is known by values: s and its derivative.
struct SmoothRim {
  struct Part {
    double to = 0;
    Series s, ds;
  };
  std::vector<Part> parts;
  [[nodiscard]] Cut operator()(double u) const {
    const auto part = std::find_if(parts.begin(), parts.end() - 1, [&](const Part& p) { return u <= p.to; });
    return {part->s(u), part->ds(u)};
  }
};

// The rim of one end, its contact worked out.
class RimOnFace {
 public:
  RimOnFace(const EndOnFace& end, double from, double to)
      : end_(end), form_(end.form()), contact_(end.end().contact_made()), layers_(end.layers()) {
    // It may go on past where the wall is known.
    for (const double turn : {-two_pi, 0.0, two_pi}) {
      for (const WallPiece& w : form_.wall) {
        const double low = std::max(from, w.from + turn);
        const double high = std::min(to, w.to + turn);
        if (high - low > within::quadrature) stretches_.emplace_back(low, high);
      }
    }
    std::sort(stretches_.begin(), stretches_.end());
  }

  [[nodiscard]] std::vector<RimPiece> rim() {
    look();
    find_breaks();
    std::vector<RimPiece> pieces;
    for (size_t i = 0; i + 1 < breaks_.size(); ++i) {
      if (breaks_[i + 1] - breaks_[i] > within::quadrature) add_piece(pieces, breaks_[i], breaks_[i + 1]);
    }
    check_joined(pieces);
    return pieces;
  }

 private:
  static constexpr int looks = 144;  // once round

  void look() {
    for (const auto& [from, to] : stretches_) {
      const int own = std::max(6, static_cast<int>(std::ceil(looks * (to - from) / two_pi)));
      for (int i = 0; i <= own; ++i) {
        const double inwards = within::same * (to - from);
        us_.push_back(std::clamp(from + (to - from) * i / own, from + inwards, to - inwards));
      }
    }
    double worst = -1;
    double at = 0;
    double at_layer = 0;
    for (const double layer : layers_) {
      std::vector<Met> met;
      for (const double u : us_) {
        const auto m = end_.meet(u, layer);
        met.push_back(m.value_or(Met{}));
        if (m) continue;
        const double miss = end_.miss(u, layer);
        if (miss > worst) std::tie(worst, at, at_layer) = std::tuple{miss, u, layer};
      }
      met_.push_back(std::move(met));
    }
    if (worst >= 0) refuse_farthest(at, at_layer);
  }

  // Where it misses by most, about the worst look.
  [[noreturn]] void refuse_farthest(double u, double layer) const {
    const double wide = two_pi / looks;
    const double from = std::max(stretches_.front().first, u - wide);
    const double to = std::min(stretches_.back().second, u + wide);
    const Least most = valley([&](double v) { return -end_.miss(v, layer); }, from, to);
    refuse_missing(end_, -most.value > end_.miss(u, layer) ? most.at : u, layer);
  }

  [[nodiscard]] Met met(double u, double layer) const {
    go_on();
    if (const auto m = end_.meet(u, layer)) return *m;
    refuse_missing(end_, u, layer);
  }

  void find_breaks() {
    for (const auto& stretch : stretches_) breaks_.push_back(stretch.first);
    breaks_.push_back(stretches_.back().second);
    for (size_t k = 0; k < layers_.size(); ++k) {
      add_passings(us_, met_[k], [&, k](double) { return layers_[k]; });
      add_kinks(k);
    }
    if (layers_.size() > 1) add_changes_of_layer();
    sort_breaks();
  }

  void sort_breaks() {
    std::sort(breaks_.begin(), breaks_.end());
    std::vector<double> apart;
    for (const double u : breaks_) {
      if (apart.empty() || u - apart.back() > within::rounding) apart.push_back(u);
    }
    apart.back() = stretches_.back().second;
    breaks_ = std::move(apart);
  }

  // (a): where a ruling passes to another stretch of the body: closed in on by halving.
  void add_passings(const std::vector<double>& us, const std::vector<Met>& met,
                    const std::function<double(double u)>& layer) {
    for (size_t i = 0; i + 1 < us.size(); ++i) {
      double low = us[i];
      const double high = us[i + 1];
      auto here = end_.face().stretch_of(met[i].at);
      const auto there = end_.face().stretch_of(met[i + 1].at);
      for (int pass = 0; here != there && pass < 12; ++pass) {
        double a = low;
        double b = high;
        for (int k = 0; k < 60 && b - a > within::digit * std::max(1.0, std::abs(b)); ++k) {
          const double m = (a + b) / 2;
          if (m == a || m == b) break;
          (end_.face().stretch_of(this->met(m, layer(m)).at) == here ? a : b) = m;
        }
        breaks_.push_back(b);
        here = end_.face().stretch_of(this->met(b, layer(b)).at);
        low = b;
      }
    }
  }

  // (c): where it grazes.
  void add_kinks(size_t k) {
    const std::vector<Met>& met = met_[k];
    const auto sine = [&](double u) {
      const auto m = end_.meet(u, layers_[k]);
      return m ? std::abs(m->sine) : 0;
    };
    const size_t n = us_.size();
    for (size_t i = 0; i < n; ++i) {
      const double here = std::abs(met[i].sine);
      const bool first = i == 0;
      const bool last = i + 1 == n;
      if (end_.end().beside && (first || last)) continue;  // at the feet of a crotch all rulings graze
      if (here > grazes || (!first && std::abs(met[i - 1].sine) < here) ||
          (!last && std::abs(met[i + 1].sine) < here))
        continue;
      breaks_.push_back(valley(sine, us_[first ? 0 : i - 1], us_[last ? i : i + 1]).at);
    }
  }

  // (b), (d)
  void add_changes_of_layer() {
    for (size_t k = 0; k < layers_.size(); ++k) {
      std::vector<double> leans;
      for (const Met& m : met_[k]) leans.push_back(m.lean);
      add_changes(breaks_, us_, leans, [&, k](double u) { return met(u, layers_[k]).lean; });
    }
    std::vector<double> apart;
    for (size_t i = 0; i < us_.size(); ++i) apart.push_back(met_[0][i].length - met_[1][i].length);
    add_changes(breaks_, us_, apart,
                [&](double u) { return met(u, layers_[0]).length - met(u, layers_[1]).length; });
  }

  // Which layer touches at a ruling: nothing, a face by its number, or one between them.
  enum class Touches { first, second, between };
  [[nodiscard]] Touches touches(double u) const {
    if (layers_.size() == 1) return Touches::first;
    const Met a = met(u, layers_[0]);
    const Met b = met(u, layers_[1]);
    const double less = contact_ == Contact::clear ? 1 : -1;
    const double faces = std::min(less * a.length, less * b.length);
    if (a.lean * b.lean < 0 && less * met(u, touching_layer(u)).length < faces) return Touches::between;
    return less * a.length <= less * b.length ? Touches::first : Touches::second;
  }
  // (6)
  [[nodiscard]] double touching_layer(double u) const {
    const auto lean = [&](double layer) { return met(u, layer).lean; };
    const double a = lean(layers_[0]);
    const double b = lean(layers_[1]);
    if (a * b >= 0) return std::abs(a) < std::abs(b) ? layers_[0] : layers_[1];
    return root(lean, layers_[0], layers_[1]);
  }

  void add_piece(std::vector<RimPiece>& pieces, double from, double to) {
    const auto at = [&](double part) { return touches(from + part * (to - from)); };
    const Touches one = at(0.31);
    const Touches two = at(0.53);
    const Touches now = one == two ? one : at(0.77);
    if (now != Touches::between) {
      const double layer = layers_[now == Touches::first ? 0 : 1];
      add_settled(pieces, from, to, [=](double) { return layer; });
      return;
    }
    // The layer that touches may pass stretches of the body at places of its own.
    const auto layer = [this](double u) { return touching_layer(u); };
    std::vector<double> us;
    std::vector<Met> met_there;
    constexpr int own = 16;
    for (int i = 0; i <= own; ++i) {
      const double inwards = within::same * (to - from);
      us.push_back(std::clamp(from + (to - from) * i / own, from + inwards, to - inwards));
      met_there.push_back(met(us.back(), layer(us.back())));
    }
    const size_t before = breaks_.size();
    add_passings(us, met_there, layer);
    std::vector<double> inner(breaks_.begin() + static_cast<std::ptrdiff_t>(before), breaks_.end());
    breaks_.resize(before);
    inner.push_back(from);
    inner.push_back(to);
    std::sort(inner.begin(), inner.end());
    for (size_t i = 0; i + 1 < inner.size(); ++i) {
      if (inner[i + 1] - inner[i] > within::quadrature) add_settled(pieces, inner[i], inner[i + 1], layer);
    }
  }

  // As series, halved until they have settled.
  void add_settled(std::vector<RimPiece>& pieces, double from, double to,
                   const std::function<double(double u)>& layer) const {
    auto rim = std::make_shared<SmoothRim>();
    const double enough = 4 * within::quadrature * form_.size;
    const std::function<void(double, double, int)> fit = [&](double a, double b, int depth) {
      std::vector<double> s;
      std::vector<double> ds;
      for (const double u : Series::nodes(a, b)) {
        const Met m = met(u, layer(u));
        s.push_back(m.cut.s);
        ds.push_back(m.cut.ds);
      }
      const Series series = Series::fit(a, b, s);
      constexpr int deepest = 18;
      constexpr size_t most = 200;  // a curve that wants more has no derivatives anywhere
      // Close to a place where it grazes rounding is all there is.
      const double allowed = depth < 4 ? enough : depth < 7 ? 50 * enough : within::exact * form_.size;
      if (rim->parts.size() > most) refuse_torn(end_, a);
      if (series.tail() <= allowed) {
        rim->parts.push_back({b, series, Series::fit(a, b, ds)});
      } else if (depth == deepest) {
        refuse_torn(end_, (a + b) / 2);
      } else {
        fit(a, (a + b) / 2, depth + 1);
        fit((a + b) / 2, b, depth + 1);
      }
    };
    fit(from, to, 0);
    if (!end_.end().beside) {
      pieces.push_back({from, to, [rim](double u) { return (*rim)(u); }});
      return;
    }
    // Of legs both edges are held against each other as they are: the blank follows each series.
    double begun = from;
    for (const SmoothRim::Part& part : rim->parts) {
      pieces.push_back({begun, part.to, [part](double u) { return Cut{part.s(u), part.ds(u)}; }});
      begun = part.to;
    }
  }

  void check_joined(const std::vector<RimPiece>& pieces) const {
    for (size_t i = 0; i + 1 < pieces.size(); ++i) {
      const double u = pieces[i].to;
      const bool torn = std::abs(pieces[i].cut(u).s - pieces[i + 1].cut(u).s) > within::beside * form_.size;
      // At a ruling of the wall on which it turns about a corner nothing is torn.
      if (torn) refuse_torn(end_, u);
    }
  }

  const EndOnFace& end_;
  const Form& form_;
  Contact contact_;
  std::vector<double> layers_;
  std::vector<std::pair<double, double>> stretches_;  // of the wall, in u
  std::vector<double> us_;
  std::vector<std::vector<Met>> met_;  // by layer
  std::vector<double> breaks_;
};

}  // namespace

std::vector<RimPiece> rim_on_face(const EndOnFace& end, double from, double to) {
  return RimOnFace(end, from, to).rim();
}

}  // namespace juggler
