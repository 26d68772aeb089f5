// Paper for the shop: the drawing of a job, and a template of it at full size in tiles.
#include <fstream>
#include <iostream>

#include "juggler/io.h"

int main() {
  using namespace juggler;
  const Job job = quick_job("cylinder", {{"diameter", "168.3"},
                                         {"sizes_on", "outside"},
                                         {"thickness", "5"},
                                         {"short_side", "160"},
                                         {"long_side", "260"},
                                         {"elements", "24"},
                                         {"job.name", "Branch"},
                                         {"template.blank", "false"},
                                         {"template.wrap", "true"}});
  const JobResult result = develop_job(job);

  std::vector<Page> pages;
  for (const DrawingPage& drawn : draw_set(result)) pages.push_back(drawn.page);
  std::ofstream drawing("branch.pdf", std::ios::binary);
  write_pdf(pages, drawing, "Branch");

  const TemplateSet wrap = draw_template(result, 0);
  std::ofstream paper("branch-template.pdf", std::ios::binary);
  write_pdf(wrap.pages, paper, "Branch, to wrap round the pipe");

  for (const TiledFigure& figure : wrap.figures)
    std::cout << figure.title << ": " << figure.tiles.size() << " tiles\n";
  std::cout << "girth of the paper " << as_laid(wrap_round(result.pieces[0], 0.1)).width << " mm\n";
}
